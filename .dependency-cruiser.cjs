/** Imports go app → server → core, app → core, reader → nothing of ours but types of the core. */
const test = '\\.test\\.tsx?$'
const forbid = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to })

/** The floors of the interface, lowest first; screens stand on all of them. */
const LAYERS = ['saving', 'editor', 'pieces', 'writing']
/** Folders that any of them may use. */
const BENEATH = ['shell', 'theme', 'bank', 'media', 'embeds', 'sealed', 'source', 'checks', 'looks']
/** Routes of a folder: what they load with is the server's. */
const ROUTES = '^app/routes'

module.exports = {
  forbidden: [
    forbid(
      'core-is-pure',
      'The core knows no interface, database, file system or network.',
      { path: '^core/', pathNot: test },
      {
        path: '^(app|server|reader|standins|scripts|demo|bench)/|node_modules/(react|react-dom|react-router|antd|pg|@tiptap|express|ws)/|^(node:)?(fs|http|net|child_process|path|os)$',
      },
    ),
    forbid(
      'server-knows-no-app',
      'The server does not import the interface.',
      { path: '^server/', pathNot: '^server/main' },
      { path: '^(app|reader|standins|demo|scripts)/' },
    ),
    forbid(
      'reader-stands-alone',
      'What students load is small: types of the core at most.',
      { path: '^reader/' },
      { path: '^(app|server|standins|demo|scripts)/|node_modules/(react|antd|prosemirror|@tiptap)' },
    ),
    forbid(
      'reader-takes-types-alone',
      'Of the core, the reader takes types alone.',
      { path: '^reader/' },
      { path: '^core/', dependencyTypesNot: ['type-only'] },
    ),
    forbid(
      'standins-stand-alone',
      'The stand-ins play the outside.',
      { path: '^standins/' },
      { path: '^(app|server|core|reader|demo|scripts)/' },
    ),
    // Inside the interface: saving ← editor ← pieces ← writing ← screens. What shows a piece knows the pieces; what is
    // beneath does not.
    ...LAYERS.map((layer, at) =>
      forbid(
        `app-${layer}-knows-nothing-above`,
        `Beneath ${layer}: ${LAYERS.slice(0, at).join(', ') || 'nothing'}.`,
        { path: `^app/${layer}/`, pathNot: ROUTES },
        { path: '^app/', pathNot: `^app/(${[...LAYERS.slice(0, at + 1), ...BENEATH].join('|')})/|\\+types` },
      ),
    ),
    // Inside the core: tree ← kinds ← everything else.
    forbid(
      'tree-is-ground',
      'Trees, addresses and colours know nothing of ours.',
      { path: '^core/tree/', pathNot: test },
      { path: '^core/', pathNot: '^core/tree/' },
    ),
    forbid(
      'kinds-are-ground',
      'A kind knows trees, and what is common to kinds; pages, HTML and formats are made of kinds.',
      { path: '^core/kinds/', pathNot: test },
      { path: '^core/', pathNot: '^core/(tree|kinds|media/pictures|embeds/web-address)' },
    ),
    forbid(
      'pages-beneath-html',
      'HTML is made of pages and read into them; a page knows none of it.',
      { path: '^core/document/', pathNot: test },
      { path: '^core/', pathNot: '^core/(document/|kinds/|tree/|links/links-of)' },
    ),
    forbid(
      'questions-beneath-html',
      'What a question computes is no page that is shown.',
      { path: '^core/questions/', pathNot: test },
      { path: '^core/(html|formats|proof|source|structure|templates|paste)/' },
    ),
    forbid(
      'no-circles',
      'A circle of imports has no order.',
      {},
      { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    ),
    forbid(
      'no-orphans',
      'A file nobody imports is dead.',
      {
        orphan: true,
        pathNot: [
          '\\.d\\.ts$',
          test,
          '^app/(routes|root|entry)',
          '^standins/main',
          '^server/transfers/workshop',
          '^reader/',
        ],
      },
      {},
    ),
    forbid(
      'no-missing',
      'Every import can be found.',
      {},
      { couldNotResolve: true, pathNot: '^virtual:|\\+types|\\.generated|\\.css$' },
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.css$' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}
