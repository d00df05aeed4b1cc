import dagre from '@dagrejs/dagre'

/** What is to be laid out: boxes and lines between them, each line with a label of that size. Sizes in px. */
export interface MapGraph {
  readonly nodes: readonly { readonly id: string; readonly width: number; readonly height: number }[]
  readonly edges: readonly { readonly id: string; readonly from: string; readonly to: string; readonly width: number; readonly height: number }[]
}

interface Place {
  readonly id: string
  /** The middle. */
  readonly x: number
  readonly y: number
}

/** Where everything goes. */
export interface MapLayout {
  readonly width: number
  readonly height: number
  readonly nodes: readonly Place[]
  readonly edges: readonly (Place & { readonly points: readonly { readonly x: number; readonly y: number }[] })[]
}

const ROOM = { nodesep: 36, ranksep: 44, edgesep: 18, marginx: 24, marginy: 24 }

/** Lays a graph out in layers from left to right. */
export function laidOut({ nodes, edges }: MapGraph): MapLayout {
  const graph = new dagre.graphlib.Graph({ multigraph: true }).setGraph({ rankdir: 'LR', ...ROOM }).setDefaultEdgeLabel(() => ({}))
  for (const { id, width, height } of nodes) graph.setNode(id, { width, height })
  for (const { id, from, to, width, height } of edges) graph.setEdge(from, to, { width, height, labelpos: 'c' }, id)
  dagre.layout(graph)
  const { width = 0, height = 0 } = graph.graph()
  return {
    width, height,
    nodes: nodes.map(({ id }) => ({ id, ...pointOf(graph.node(id)) })),
    edges: edges.map(({ id, from, to }) => {
      const edge = graph.edge(from, to, id)
      return { id, ...pointOf(edge), points: edge.points.map(pointOf) }
    }),
  }
}

const pointOf = ({ x, y }: { readonly x: number; readonly y: number }) => ({ x: Math.round(x), y: Math.round(y) })
