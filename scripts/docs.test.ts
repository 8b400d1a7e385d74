import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** What the docs name is there: commands, files, folders. */

const root = join(__dirname, '..');
const text = (path: string) => readFileSync(join(root, path), 'utf8');
const DOCS = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(join(root, 'docs'), { recursive: true, encoding: 'utf8' })
    .filter((path) => path.endsWith('.md'))
    .map((path) => join('docs', path)),
];
const { scripts } = JSON.parse(text('package.json')) as { scripts: Record<string, string> };

test.each(DOCS)('%s names commands that exist', (path) => {
  const named = [...text(path).matchAll(/npm run (?:--silent )?([a-z][a-z:]*)/g)].map(([, name]) => name!);
  const unknown = named.filter((name) => !(name in scripts));
  expect(unknown).toEqual([]);
});

test.each(DOCS)('%s links to files that exist', (path) => {
  const links = [...text(path).matchAll(/\]\((?!https?:|#|mailto:)([^)#\s]+)/g)].map(([, to]) => to!);
  expect(links.filter((to) => !existsSync(join(root, dirname(path), to)))).toEqual([]);
});

test.each(DOCS.filter((path) => !path.includes('decisions')))('%s names files that exist', (path) => {
  const files = [...text(path).matchAll(/`((?:core|web|server|cli|e2e|scripts|docs)\/[\w./-]+\.\w+)`/g)].map(
    ([, file]) => file!,
  );
  expect(files.filter((file) => !existsSync(join(root, file)))).toEqual([]);
});

test('the README’s map of core has every folder, and no other', () => {
  const map = text('README.md')
    .split('```')
    .find((block) => block.includes('core/       pure'))!;
  const inCore = map.slice(map.indexOf('core/'), map.indexOf('server/'));
  const named = [...inCore.matchAll(/(?:^ {2}| {3,})([a-z]+) {2,}/gm)].map(([, name]) => name!);
  const folders = readdirSync(join(root, 'core'), { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && !['testing', 'node_modules'].includes(entry.name))
    .map((entry) => entry.name);
  expect(named.sort()).toEqual(folders.sort());
});
