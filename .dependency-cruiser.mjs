/** The order of core's folders: each knows only those before it, and those only through their `index.ts`. */
const CORE = [
  'quantities',
  'fields',
  'show',
  'physics',
  'bench',
  'script',
  'findings',
  'timetable',
  'forecast',
  'supplies',
  'safety',
  'logbook',
  'plan',
  'log',
  'live',
  'formats',
];

/** Folders inside a folder that have a public face of their own, in their order. */
const INNER = [['timetable/network', 'timetable/work', 'timetable/place'], ['plan/rules']];

/** The order of the client's folders. */
const WEB = ['kit', 'session', 'workers', 'check', 'features', 'app', 'live', 'door'];

const TESTS = '(\\.test\\.tsx?$|^core/testing/)';

const inOrder = (root, folders) =>
  folders.slice(0, -1).map((folder, i) => ({
    name: `${root}-order-${folder}`,
    comment: `${folder} knows nothing of what comes after it.`,
    severity: 'error',
    from: { path: `^${root}/${folder}/`, pathNot: TESTS },
    to: { path: `^${root}/(${folders.slice(i + 1).join('|')})/` },
  }));

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...inOrder('core', CORE),
    ...INNER.flatMap((folders) => inOrder('core', folders)),
    {
      name: 'core-not-its-root',
      comment: 'What all of core shows to others is not for core itself.',
      severity: 'error',
      from: { path: '^core/[^/]+/', pathNot: TESTS },
      to: { path: '^core/[^/]+\\.ts$' },
    },
    {
      name: 'core-known-folders',
      comment: 'A new folder of core takes its place in the order first.',
      severity: 'error',
      from: { path: '^core/[^/]+/', pathNot: `^core/(${[...CORE, 'testing', 'node_modules'].join('|')})/` },
      to: {},
    },
    {
      name: 'core-no-deep-imports',
      severity: 'error',
      from: { path: '^core/([^/]+)/', pathNot: TESTS },
      to: { path: '^core/[^/]+/.', pathNot: ['^core/$1/', '^core/[^/]+/index\\.ts$', '^core/node_modules/'] },
    },
    ...INNER.flat().map((folder) => ({
      name: `core-no-deep-imports-${folder}`,
      severity: 'error',
      from: { path: '^core/', pathNot: `(^core/${folder}/|${TESTS})` },
      to: { path: `^core/${folder}/`, pathNot: '/index\\.ts$' },
    })),
    {
      name: 'only-cores-face',
      comment: 'Everything else uses @hearty/core.',
      severity: 'error',
      from: { path: '^(web|server|cli)/', pathNot: TESTS },
      to: { path: '^core/', pathNot: '^core/index\\.ts$' },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(web|server|cli|e2e)/' },
    },
    ...inOrder('web', WEB),
    {
      name: 'web-live-apart',
      comment: 'A phone on stage does not load what planning needs.',
      severity: 'error',
      from: { path: '^web/live/' },
      to: { path: '^web/(features|app/routes|app/Shell)' },
    },
    {
      name: 'web-planning-apart',
      severity: 'error',
      from: { path: '^web/(features|app)/' },
      to: { path: '^web/live/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'default'] },
  },
};
