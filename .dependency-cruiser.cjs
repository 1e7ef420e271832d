/** Imports go app → server → core, app → core, reader → nothing of ours but types of the core. */
const test = '\\.test\\.tsx?$'
const forbid = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to })

module.exports = {
  forbidden: [
    forbid('core-is-pure', 'The core knows no interface, database, file system or network.', { path: '^core/', pathNot: test }, { path: '^(app|server|reader|standins|scripts|demo|bench)/|node_modules/(react|react-dom|react-router|antd|pg|@tiptap|express|ws)/|^(node:)?(fs|http|net|child_process|path|os)$' }),
    forbid('server-knows-no-app', 'The server does not import the interface.', { path: '^server/', pathNot: '^server/main' }, { path: '^(app|reader|standins|demo|scripts)/' }),
    forbid('reader-stands-alone', 'What students load is small: types of the core at most.', { path: '^reader/' }, { path: '^(app|server|standins|demo|scripts)/|node_modules/(react|antd|prosemirror|@tiptap)' }),
    forbid('reader-takes-types-alone', 'Of the core, the reader takes types alone.', { path: '^reader/' }, { path: '^core/', dependencyTypesNot: ['type-only'] }),
    forbid('standins-stand-alone', 'The stand-ins play the outside.', { path: '^standins/' }, { path: '^(app|server|core|reader|demo|scripts)/' }),
    forbid('no-circles', 'A circle of imports has no order.', {}, { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } }),
    forbid('no-orphans', 'A file nobody imports is dead.', { orphan: true, pathNot: ['\\.d\\.ts$', test, '^app/(routes|root|entry)', '^standins/main', '^server/transfers/workshop', '^reader/'] }, {}),
    forbid('no-missing', 'Every import can be found.', {}, { couldNotResolve: true, pathNot: '^virtual:|\\+types|\\.generated|\\.css$' }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.css$' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
}
