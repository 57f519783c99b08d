import ELK from "elkjs/lib/elk-api.js";

/** A scene to be arranged, with its size. */
export interface Arranged {
  id: string;
  width: number;
  height: number;
}

/**
 * Places for scenes so that the ways between them run from left to right and cross seldom: layers, as Eclipse Layout Kernel reckons
 * them, in a worker.
 * @param nodes The scenes, in the order of the storyboard, which is kept where it can be.
 * @param ways From which scene to which.
 */
export async function arrange(nodes: Arranged[], ways: [string, string][]): Promise<{ id: string; x: number; y: number }[]> {
  const elk = new ELK({ workerUrl: "/dist/elk-worker.js" });
  try {
    const graph = await elk.layout({
      id: "map",
      children: nodes,
      edges: ways.map(([from, to], i) => ({ id: `way${i}`, sources: [from], targets: [to] })),
      layoutOptions: {
        "elk.algorithm": "layered",
        "elk.direction": "RIGHT",
        "elk.spacing.nodeNode": "34",
        "elk.layered.spacing.nodeNodeBetweenLayers": "110",
        "elk.layered.considerModelOrder.strategy": "NODES_AND_EDGES",
      },
    });
    return (graph.children ?? []).map(({ id, x = 0, y = 0 }) => ({ id, x, y }));
  } finally {
    elk.terminateWorker();
  }
}
