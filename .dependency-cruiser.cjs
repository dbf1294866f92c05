/** Layers: web → api → core, server → api → core; demo → api; e2e → nothing of ours. */
const only = (name, from, allowed, comment, tests = '\\.test\\.tsx?$') => ({
  name,
  comment,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: tests },
  to: {
    path: '^(core|api|server|web|demo|e2e|scripts|perf)/',
    pathNot: `^(${[from, ...allowed].join('|')})/`,
  },
});

/** The rooms of a folder, the ground first: each rests on those before it, and on none after. `tests` are under no rule. */
const floors = (folder, rooms, tests = '\\.test\\.tsx?$') =>
  rooms.slice(0, -1).map((room, i) => ({
    name: `${folder}-${room}-rests-on-lower-rooms`,
    comment: `${folder}/${room} knows nothing of what stands on it`,
    severity: 'error',
    from: {
      path: `^${folder}/${room}/`,
      pathNot: [tests, ...rooms.filter((of) => of.startsWith(`${room}/`)).map((of) => `^${folder}/${of}/`)],
    },
    to: { path: `^${folder}/(${rooms.slice(i + 1).join('|')})/` },
  }));

/** Places of the workshop, each a screen or a few. */
const places = [
  'calculators',
  'guide',
  'kiln',
  'newPiece',
  'pieces',
  'piece',
  'plan',
  'slips',
  'studio',
  'techniques',
  'today',
];
const webFloors = [
  'asking',
  'ui',
  'draw',
  'saving',
  'tubs',
  'planning',
  'layers',
  'acting',
  'steps',
  'class',
  'slips/fields',
  'slips/tub',
  'slips/batches',
  'slips/bins',
  'slips/recipes',
  'slips/shelf',
  ...places.filter((place) => place !== 'slips'),
  'shell',
];

module.exports = {
  forbidden: [
    ...floors('core', [
      'units',
      'time',
      'clay',
      'hazard',
      'slip',
      'coat',
      'form',
      'drying',
      'defaults',
      'technique',
      'inlay',
      'operation',
      'catalogue',
      'calculators',
      'firing',
      'compose',
      'forecast',
      'log',
      'piece',
      'log/acts',
      'fault',
      'fit',
      'log/admission',
      'plan',
      'replay',
      'schedule',
      'shelf',
    ]),
    only('core-imports-no-folder', 'core', [], 'core is what is true of clay; it knows of no other folder'),
    only('api-imports-core-only', 'api', ['core'], 'the contract rests on core alone'),
    only('server-imports', 'server', ['api', 'core'], 'the server never reaches into the browser'),
    only(
      'web-imports',
      'web',
      ['api', 'core'],
      'the browser never reaches into the server; the studio that its tests ask answers with the server’s own functions',
      '\\.test(-support)?\\.tsx?$',
    ),
    only('demo-imports', 'demo', ['api', 'core'], 'the demo studio is made through the API users use'),
    {
      name: 'demo-means-what-makers-mean',
      comment: 'of core the demo knows only what a maker means, and where tools are held',
      severity: 'error',
      from: { path: '^demo/' },
      to: { path: '^core/', pathNot: '^core/log/acts/' },
    },
    only('e2e-imports', 'e2e', [], 'journeys use the product from outside'),
    ...floors('web', webFloors, '\\.test(-support)?\\.tsx?$'),
    {
      name: 'places-stand-side-by-side',
      comment: 'what two places of the workshop share stands below both',
      severity: 'error',
      from: { path: `^web/(${places.join('|')})/`, pathNot: '\\.test(-support)?\\.tsx?$' },
      to: { path: `^web/(${places.join('|')})/`, pathNot: '^web/$1/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'no DOM, Node, React, or database in core',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-packages',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test(-support)?\\.ts$' },
      to: {
        path: 'node_modules',
        pathNot:
          'node_modules/(luxon|ml-levenberg-marquardt|simple-statistics|ml-matrix|d3-random|d3-scale|culori|@types/luxon|@types/culori)',
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
