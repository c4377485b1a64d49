// The shape of the program, held by a rule: web → core ← server, and inside the core each
// folder imports only folders to its left.
const order = [
  'steps',
  'units',
  'geometry',
  'lettering',
  'records',
  'library',
  'linework',
  'space',
  'blocks',
  'building',
  'rooms',
  'stairs',
  'roofs',
  'framing',
  'kinds',
  'solids',
  'views',
  'ties',
  'edit',
  'together',
  'told',
  'schedules',
  'display',
  'derive',
  'annotate',
  'gather',
  'sheets',
  'neat',
  'locate',
  'check',
  'exchange',
  'samples',
]

/** The folders of the interface, likewise: tools know neither stores nor Vue. */
const webOrder = ['tools', 'store', 'surface', 'actions', 'components', 'pages']

const webLooksLeft = webOrder.slice(0, -1).map((folder, i) => ({
  name: `web-${folder}-looks-left`,
  comment: `web/src/${folder} may import only ${webOrder.slice(0, i).join(', ') || 'itself'} of the interface`,
  severity: 'error',
  from: { path: `^web/src/${folder}/` },
  to: { path: `^web/src/(${webOrder.slice(i + 1).join('|')})/` },
}))

const coreOrder = order.slice(0, -1).map((folder, i) => ({
  name: `core-${folder}-looks-left`,
  comment: `core/src/${folder} may import only ${order.slice(0, i).join(', ') || 'itself'}`,
  severity: 'error',
  from: { path: `^core/src/${folder}/` },
  to: { path: `^core/src/(${order.slice(i + 1).join('|')})/` },
}))

module.exports = {
  forbidden: [
    ...coreOrder,
    ...webLooksLeft,
    {
      name: 'tools-without-vue',
      comment: 'Tools are plain: what they remember and may do comes to them on the bench.',
      severity: 'error',
      from: { path: '^web/src/tools/' },
      to: { path: '^node_modules/(vue|pinia|vue-router|vuetify|konva)/' },
    },
    {
      name: 'core-is-plain',
      comment: 'The core knows neither the interface, nor the server, nor Node.',
      severity: 'error',
      from: { path: '^core/src/' },
      to: { path: '^(web|server|e2e|bench)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-without-platform',
      severity: 'error',
      from: { path: '^core/src/' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-libraries',
      comment: 'The core uses only libraries that compute: of shapes, colours, packing and forms of data.',
      severity: 'error',
      from: { path: '^core/src/' },
      to: {
        path: '^node_modules/',
        pathNot: '^node_modules/(zod|rbush|quickselect|d3-color|fflate|@types/rbush|@types/d3-color)/',
      },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      from: { path: '^web/src/' },
      to: { path: '^server/' },
    },
    {
      name: 'server-not-web',
      severity: 'error',
      from: { path: '^server/src/' },
      to: { path: '^web/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: { path: '^(core|server|web)/src/' },
      to: { circular: true },
    },
    {
      name: 'core-through-its-faces',
      comment: 'Outside a folder of the core, only its index is imported.',
      severity: 'error',
      from: { path: '^(web|server)/src/' },
      to: { path: '^core/src/[^/]+/(?!index\\.ts$)' },
    },
    {
      name: 'nothing-unresolved',
      severity: 'error',
      from: { path: '^(core|server|web)/src/' },
      to: { couldNotResolve: true, pathNot: '^vite/client$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
}
