/** Which way imports run: within the core from the document upward, and between packages only towards the core. */
const LAYERS = ['document', 'expression', 'motion|layout', 'written', 'machine', 'semantics', 'scene', 'run', 'reading|check', 'map', 'flow', 'protocol']

/** The rooms of the checks, each of which knows only those before it. */
const CHECK_ROOMS = ['explore', 'model', 'ground', 'rules', 'promises|sheets', 'session']

const upward = LAYERS.flatMap((layer, index) => {
  const above = [...LAYERS.slice(index + 1), 'exchange', 'demo'].join('|')
  return [{
    name: `core-${layer.replace('|', '-')}-looks-down`,
    comment: 'A layer of the core knows only those below it.',
    severity: 'error',
    from: { path: `^core/src/(${layer})/` },
    to: { path: `^core/src/(${above})/` },
  }]
})

module.exports = {
  forbidden: [
    ...upward,
    ...CHECK_ROOMS.map((room, index) => ({
      name: `check-${room.replace('|', '-')}-looks-down`, severity: 'error',
      from: { path: `^core/src/check/(${room})/` }, to: { path: `^core/src/check/(${CHECK_ROOMS.slice(index + 1).join('|') || 'index'})/` },
    })),
    { name: 'motion-and-layout-apart', severity: 'error', from: { path: '^core/src/motion/' }, to: { path: '^core/src/layout/' } },
    { name: 'layout-and-motion-apart', severity: 'error', from: { path: '^core/src/layout/' }, to: { path: '^core/src/motion/' } },
    { name: 'core-stands-alone', severity: 'error', from: { path: '^core/src/' }, to: { path: '^(server|web|cli|e2e|bench)/' } },
    { name: 'server-knows-no-web', severity: 'error', from: { path: '^server/src/' }, to: { path: '^(web|cli)/' } },
    { name: 'web-knows-no-server', severity: 'error', from: { path: '^web/src/' }, to: { path: '^(server|cli)/' } },
    { name: 'no-circles', severity: 'error', from: { path: '^(core|server|web|cli)/src/' }, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(\\.test\\.ts$|/dist/)' },
  },
}
