// The directions code may depend in; the test command fails on any other.
const CORE_LEVELS = [
  ['constants', 'units', 'day', 'conventions', 'step-id', 'layer', 'random', 'change', 'wording'],
  ['assumptions'],
  ['events', 'forecast', 'lessons'],
  ['pitch', 'rhythm', 'sound', 'take', 'listening'],
  ['chord', 'telling'],
  ['fretboard', 'loose', 'evening'],
  ['riff', 'requests'],
  ['song', 'drawing'],
  ['chart'],
  ['edits', 'timeline'],
  ['form', 'recording'],
  ['player'],
  ['steps', 'guide'],
  ['plan', 'practice', 'capo', 'simulated-player'],
  ['progress', 'checks', 'fit'],
  ['standing'],
  ['today'],
  ['brief'],
  ['words'],
];

/** A folder of the core depends on lower levels only, so no pair can import each other. */
const levelRules = CORE_LEVELS.map((folders, level) => ({
  name: `core-level-${level}`,
  comment: 'A folder of the core imports only folders of lower levels.',
  severity: 'error',
  from: { path: `^packages/core/src/(${folders.join('|')})/`, pathNot: '\\.spec\\.ts$' },
  to: {
    path: '^packages/core/src/',
    pathNot: [
      `^packages/core/src/(${CORE_LEVELS.slice(0, level).flat().join('|') || '-'})/`,
      ...folders.map((folder) => `^packages/core/src/${folder}/`),
    ],
  },
}));
const sameLevelRules = CORE_LEVELS.flat().map((folder) => ({
  name: `core-${folder}-stays-home`,
  comment: 'Folders of one level do not import each other.',
  severity: 'error',
  from: { path: `^packages/core/src/${folder}/`, pathNot: '\\.spec\\.ts$' },
  to: {
    path: `^packages/core/src/(${
      CORE_LEVELS.find((level) => level.includes(folder))
        .filter((one) => one !== folder)
        .join('|') || '-'
    })/`,
  },
}));

const forbid = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to });

module.exports = {
  forbidden: [
    forbid('no-cycles', 'Nothing depends on itself.', {}, { circular: true }),
    forbid('resolvable', 'Every import exists.', {}, { couldNotResolve: true }),
    ...levelRules,
    ...sameLevelRules,
    forbid(
      'core-folders-by-index',
      'A folder of the core is entered through its index.',
      { path: '^packages/core/src/([^/]+)/', pathNot: '\\.spec\\.ts$' },
      { path: '^packages/core/src/[^/]+/', pathNot: ['^packages/core/src/$1/', '/index\\.ts$'] },
    ),
    forbid(
      'core-is-pure',
      'The core imports nothing but itself and the pure packages it lists.',
      { path: '^packages/core/src', pathNot: '(\\.spec\\.ts$|^packages/core/src/testing/)' },
      {
        pathNot: [
          '^packages/core/src',
          '^node_modules/(@date-fns/tz|date-fns|diff|fraction\\.js|pitchy|ts-fsrs|fastest-levenshtein|fft\\.js)/',
        ],
      },
    ),
    forbid(
      'contract-knows-core-only',
      'What crosses the wire knows the core and Yup.',
      { path: '^packages/contract/src', pathNot: '\\.spec\\.ts$' },
      { pathNot: ['^packages/(contract|core)/src', '^node_modules/yup/'] },
    ),
    forbid(
      'engraving-knows-core-only',
      'What draws riffs knows the core and the engraving library.',
      { path: '^packages/engraving/src', pathNot: '\\.spec\\.ts$' },
      { pathNot: ['^packages/(engraving|core)/src', '^node_modules/vexflow/'] },
    ),
    forbid(
      'formats-know-core-only',
      'Open formats know the core and the libraries that read and write them.',
      { path: '^packages/formats/src', pathNot: '\\.spec\\.ts$' },
      {
        pathNot: [
          '^packages/(formats|core)/src',
          '^node_modules/(@types/papaparse|fast-xml-[a-z]+|fflate|ical\\.js|midi-file|papaparse)/',
        ],
      },
    ),
    forbid(
      'server-and-web-apart',
      'Server and web meet in the contract.',
      { path: '^apps/(server|web|work)/' },
      { path: '^apps/', pathNot: '^apps/$1/' },
    ),
    forbid(
      'ui-is-plain',
      'A part of the interface knows the core and other parts.',
      { path: '^apps/web/src/ui/', pathNot: '\\.spec\\.ts$' },
      { path: '^(apps/web/src/(features|platform)/|packages/(?!core|contract|engraving|formats))' },
    ),
    forbid(
      'platform-knows-no-feature',
      'What every feature uses knows none of them.',
      { path: '^apps/(server|web)/src/platform/' },
      { path: '^apps/(server|web)/src/features/' },
    ),
    forbid(
      'features-by-index',
      'A feature is entered through its index.',
      { path: '^apps/(server|web)/src/features/([^/]+)/' },
      {
        path: '^apps/(server|web)/src/features/[^/]+/',
        pathNot: ['^apps/$1/src/features/$2/', '/index\\.ts$'],
      },
    ),
    forbid(
      'only-stores-know-the-database',
      'Rows become plain values in the stores.',
      { path: '^apps/server/src/features/', pathNot: '(\\.store|\\.spec)\\.ts$' },
      { path: '^node_modules/(sequelize|mariadb)/' },
    ),
    forbid(
      'tests-are-not-shipped',
      'No code depends on a test or its helpers.',
      { pathNot: '(\\.spec\\.ts$|/testing/|^e2e/|^packages/core/test/)' },
      { path: '(\\.spec\\.ts$|/testing/)' },
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/dist/|/\\.angular/|\\.worklet\\.js$)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.node.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['types', 'import', 'default'],
    },
  },
};
