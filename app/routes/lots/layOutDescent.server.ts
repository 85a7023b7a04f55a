import dagre from '@dagrejs/dagre';
import type { KinRow } from '#data/lots/descent.ts';

export const BOX = { width: 168, height: 62 } as const;

/** A descent as it is drawn, oldest at the left. */
export interface DescentDrawing {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly { readonly id: number; readonly x: number; readonly y: number }[];
  readonly lines: readonly {
    readonly from: number;
    readonly to: number;
    readonly points: readonly { readonly x: number; readonly y: number }[];
  }[];
}

/** Places lots and the lines between parents and children so that few cross. */
export function layOutDescent(kin: readonly KinRow[]): DescentDrawing {
  const graph = new dagre.graphlib.Graph();
  graph.setGraph({ rankdir: 'LR', nodesep: 14, ranksep: 46, marginx: 4, marginy: 4 });
  graph.setDefaultEdgeLabel(() => ({}));
  const ids = new Set(kin.map(({ id }) => id));
  for (const { id } of kin) graph.setNode(String(id), { ...BOX });
  for (const { id, parents } of kin) for (const parent of parents) if (ids.has(parent)) graph.setEdge(String(parent), String(id));
  dagre.layout(graph);
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  return {
    width,
    height,
    boxes: kin.map(({ id }) => {
      const { x, y } = graph.node(String(id)) as { x: number; y: number };
      return { id, x: x - BOX.width / 2, y: y - BOX.height / 2 };
    }),
    lines: graph.edges().map((edge) => ({
      from: Number(edge.v),
      to: Number(edge.w),
      points: (graph.edge(edge) as { points: { x: number; y: number }[] }).points,
    })),
  };
}
