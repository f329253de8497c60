/** Rooms and the doors between them; docs/architecture.md draws the same. Imports point down only. */
const room = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to })

module.exports = {
  forbidden: [
    room('no-circular', {}, { circular: true }, 'Files do not import each other in a circle.'),
    room(
      'core-knows-nobody',
      { path: '^src/core' },
      { path: '^src/(worker|server|app|ui|cli)' },
      'The core runs in a worker, in Node and in Jest; it knows no room above it.',
    ),
    room(
      'core-has-no-platform',
      { path: '^src/core', pathNot: '\\.test\\.ts$' },
      { path: '(^|node_modules/)(react|react-dom|next|better-sqlite3|drizzle-orm)(/|$)', dependencyTypes: ['npm'] },
      'No React, no Next, no database in the core.',
    ),
    room(
      'core-has-no-node',
      { path: '^src/core', pathNot: '\\.test\\.ts$' },
      { dependencyTypes: ['core'] },
      'No Node modules in the core.',
    ),
    room('units-know-nobody', { path: '^src/core/units' }, { path: '^src/core/(?!units|result)' }),
    room('only-kernel-touches-wasm', { path: '^src', pathNot: '^src/core/kernel' }, { path: 'manifold-3d' }),
    room(
      'kernel-knows-geometry',
      { path: '^src/core/kernel', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(?!kernel|geometry|profile|result)' },
    ),
    room(
      'steps-know-not-each-other',
      { path: '^src/core/steps/([^/]+)/', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/steps/[^/]+/', pathNot: '^src/core/steps/$1/' },
    ),
    room(
      'kinds-of-steps-are-known-to-the-registry-alone',
      { path: '^src', pathNot: '(\\.test\\.tsx?$|^src/core/steps/registry\\.ts$|^src/core/steps/[^/]+/)' },
      { path: '^src/core/steps/[^/]+/' },
      'Sheet, interface and command line get at a kind of step through the registry.',
    ),
    room(
      'built-is-under-fit-and-sheet',
      { path: '^src/core/built' },
      { path: '^src/core/(?!built|document/measure-schema|geometry|kernel|profile|references|result|units)' },
    ),
    room(
      'faces-know-solids',
      { path: '^src/core/faces', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(?!faces|document/pick-schema|geometry|kernel|mesh|profile|result)' },
    ),
    room(
      'blends-know-faces',
      { path: '^src/core/blend' },
      { path: '^src/core/(?!blend|faces|fit/gap|geometry|kernel|mesh/unpack|profile|result)' },
    ),
    room(
      'walls-know-blends-and-gaps',
      { path: '^src/core/walls' },
      { path: '^src/core/(?!walls|blend|faces|fit/(gap|crossing)|geometry|kernel|mesh|profile|result)' },
    ),
    room(
      'changes-by-hand-know-faces',
      { path: '^src/core/alter', pathNot: '\\.test\\.ts$' },
      {
        path: '^src/core/(?!alter|blend|faces|fit/(gap|crossing)|geometry|kernel|mesh|profile|recognise/eigen|result)',
      },
    ),
    room(
      'proofs-know-what-is-built',
      { path: '^src/core/prove', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(fields|sheet|checks|alter|blend|walls|divide|enclosures|lofts|photo|formats)' },
      'What a printer makes of a part is told from its triangles and from what its surfaces are called.',
    ),
    room(
      'lofts-know-outlines',
      { path: '^src/core/lofts' },
      { path: '^src/core/(?!lofts|geometry|kernel|profile|result)' },
    ),
    room(
      'outlines-are-under-photos-and-references',
      { path: '^src/core/outlines', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(photo|references|fields|steps|sheet|fit|built)' },
    ),
    room(
      'references-are-under-fields',
      { path: '^src/core/(references|photo)', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(fields|steps|sheet|fit|built|checks)' },
    ),
    room(
      'fit-knows-what-is-built-not-how',
      { path: '^src/core/fit', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(fields|steps|sheet|checks)' },
    ),
    room(
      'enclosures-know-no-steps',
      { path: '^src/core/(enclosures|divide)', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(steps|sheet|checks)' },
    ),
    room(
      'fields-know-no-steps',
      { path: '^src/core/fields', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/(steps|sheet|checks)' },
    ),
    room('proposals-stand-on-the-sheet', { path: '^src/core/(?!propose)' }, { path: '^src/core/propose' }),
    room('steps-know-no-sheet', { path: '^src/core/steps', pathNot: '\\.test\\.ts$' }, { path: '^src/core/sheet' }),
    room('the-store-is-the-ground-of-the-interface', { path: '^src/ui/store' }, { path: '^src/ui/(?!store|api\\.ts)' }),
    room(
      'the-project-page-is-its-roof',
      { path: '^src/ui/(?!project/)' },
      { path: '^src/ui/project/' },
      'What several rooms of the interface need is in store, actions or primitives.',
    ),
    room('server-knows-document', { path: '^src/server' }, { path: '^src/(ui|app|worker|cli)' }),
    room('worker-knows-core', { path: '^src/worker', pathNot: '\\.test\\.ts$' }, { path: '^src/(ui|app|server|cli)' }),
    room(
      'ui-knows-worker-and-core',
      { path: '^src/ui', pathNot: '\\.test\\.tsx?$' },
      { path: '^src/(server|app|cli)' },
    ),
    room('cli-knows-core', { path: '^src/cli' }, { path: '^src/(ui|app|server|worker)' }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}
