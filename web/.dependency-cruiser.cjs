/** Rooms of the web side: imports point downward only. */
const ORDER = [
  'main',
  'app',
  'page',
  'bench',
  'drills',
  'steps',
  'shelf',
  'guide',
  'gear',
  'picture',
  'sheet',
  'fields',
  'saving',
  'drawing',
  'ui',
  'api',
  'domain',
];
const SIDE_BY_SIDE = [
  ['shelf', 'gear'],
  ['picture', 'sheet'],
  ['drawing', 'fields'],
];

/** Everything that stands above a room. */
const above = (room) => ORDER.slice(0, ORDER.indexOf(room)).join('|');

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...ORDER.slice(2, -1).map((room) => ({
      name: `${room}-knows-nothing-above-it`,
      severity: 'error',
      from: { path: `^src/${room}/` },
      to: { path: `^src/(${above(room)})(/|\\.)` },
    })),
    ...SIDE_BY_SIDE.map(([one, other]) => ({
      name: `${one}-does-not-know-${other}`,
      severity: 'error',
      from: { path: `^src/${one}/` },
      to: { path: `^src/${other}/` },
    })),
    {
      name: 'domain-imports-nothing',
      comment: 'units and words know no React and no fetching; types of the API are allowed',
      severity: 'error',
      from: { path: '^src/domain' },
      to: { pathNot: '^src/(domain|api/types\\.ts|api/schema)' },
    },
    {
      name: 'drawings-do-not-fetch',
      severity: 'error',
      from: { path: '^src/(drawing|steps/[^/]+/drawing)/' },
      to: { path: '^src/(api/(?!types)|saving|sheet|picture|fields|steps/[^/]+/requests)' },
    },
    {
      name: 'steps-do-not-import-each-other',
      severity: 'error',
      from: { path: '^src/steps/([^/]+)/' },
      to: { path: '^src/steps/(?!$1/)', pathNot: '^src/steps/$1/' },
    },
    {
      name: 'only-the-page-knows-the-registry',
      severity: 'error',
      from: { pathNot: '^src/(page/|steps/registry)' },
      to: { path: '^src/steps/registry' },
    },
    {
      name: 'every-room-has-its-place',
      comment: 'a new folder must be put into the order above',
      severity: 'error',
      from: { pathNot: `^src/(${ORDER.join('|')})(/|\\.)` },
      to: {},
    },
  ],
  options: {
    exclude: { path: '\\.test\\.tsx?$' },
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.d.ts', '.css'] },
  },
};
