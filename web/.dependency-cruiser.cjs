/** Rooms of the web side: imports point downward only. */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
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
      from: { path: '^src/drawings' },
      to: { path: '^src/(api/(?!types)|features|pages|app)' },
    },
    {
      name: 'ui-stands-alone',
      severity: 'error',
      from: { path: '^src/ui' },
      to: { path: '^src/(features|pages|app|drawings)' },
    },
    {
      name: 'features-do-not-import-each-other',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/(?!$1/)', pathNot: '^src/features/$1/' },
    },
    {
      name: 'features-know-no-page',
      severity: 'error',
      from: { path: '^src/features' },
      to: { path: '^src/(pages|app)' },
    },
    {
      name: 'api-below-the-rest',
      severity: 'error',
      from: { path: '^src/api' },
      to: { path: '^src/(ui|drawings|features|pages|app)' },
    },
  ],
  options: {
    exclude: { path: '\\.test\\.ts$' },
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.d.ts', '.css'] },
  },
};
