// Bundles the unit and server tests into a few files, so that Jest loads the program and its packages once per file of
// these and not once per test: most of the CPU of a plain run goes into loading.
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root } from './tools.mjs';

const FOLDER = join(root, 'test-results/unit');

/** Jest looks globals up through an interceptor, which makes hot loops several times slower; locals it leaves alone. */
const LOCAL_GLOBALS = `const {${[
  'Array, Boolean, Date, Error, Infinity, Int32Array, Float64Array, JSON, Map, Math, NaN, Number, Object, Promise',
  'RegExp, Set, String, Symbol, TypeError, Uint8Array, WeakMap, WeakSet, isNaN, parseFloat, parseInt, undefined',
].join(', ')}} = globalThis;`;

/** Packages that stay packages: native, or loaded by path at run time. */
const EXTERNAL = ['better-sqlite3', 'esbuild', 'highs', '@swc/core', 'pino', '@napi-rs/canvas'];

/** Test files that share a process's memory with no others: they look at, or replace, what is global. */
const ALONE = /^(web|cli|scripts)\/|^core\/limits/;

/** Bundles of about the same running time, the longest first, so that two workers end together. */
const GROUPS = [
  ['core-plan', /^core\/plan\//],
  ['server-files', /^server\/(backups|db|faults|fuzz)/],
  ['core-timetable', /^core\/(timetable|forecast|supplies)\//],
  ['core', /^core\//],
  ['server', /^server\//],
];

/**
 * Bundles unit and server tests into a folder. Each test file runs inside a `describe` with its path as the name, so that
 * its hooks stay its own. `contents`: source files that are read from memory instead of the disk, by path.
 */
export async function bundleTests(files, { folder = FOLDER, contents = new Map() } = {}) {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const bundles = new Map();
  for (const file of files) {
    const group = ALONE.test(file) ? undefined : GROUPS.find(([, fits]) => fits.test(file));
    const name = group?.[0] ?? file.replace(/\.test\.ts$/, '').replaceAll('/', '-');
    bundles.set(name, [...(bundles.get(name) ?? []), file]);
  }
  const esbuild = await import('esbuild');
  await Promise.all(
    [...bundles].map(([name, members]) =>
      bundle(esbuild, members, join(folder, `${name}.test.js`), [sourceOf(contents)]),
    ),
  );
}

/** Every unit and server test, as paths from the root. */
export const testFiles = () =>
  ['core', 'server', 'cli', 'web', 'scripts'].flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true })
      .filter((path) => path.endsWith('.test.ts') && !path.includes('node_modules'))
      .map((path) => join(folder, path))
      .sort(),
  );

const bundle = (esbuild, files, outfile, plugins) =>
  esbuild.build({
    stdin: {
      contents: files
        .map(
          (file) =>
            `describe(${JSON.stringify(file)}, () => { require(${JSON.stringify(join(root, file))}); });`,
        )
        .join('\n'),
      resolveDir: root,
      loader: 'js',
    },
    outfile,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'cjs',
    banner: { js: LOCAL_GLOBALS },
    sourcemap: 'inline',
    sourcesContent: false,
    external: EXTERNAL,
    alias: { '@hearty/core': join(root, 'core/index.ts') },
    plugins,
    logLevel: 'error',
  });

/** Source files as the bundle needs them: from memory where they are there, each with its own `__dirname`. */
const sourceOf = (contents) => ({
  name: 'source',
  setup(build) {
    build.onLoad({ filter: /\.tsx?$/ }, ({ path }) => {
      const text = contents.get(path) ?? readFileSync(path, 'utf8');
      if (!contents.has(path) && !text.includes('__dirname')) return undefined;
      return {
        contents: `const __dirname = ${JSON.stringify(dirname(path))};${text}`,
        loader: path.endsWith('x') ? 'tsx' : 'ts',
        resolveDir: dirname(path),
      };
    });
  },
});
