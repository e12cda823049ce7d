import { useState } from "react";
import type { OutlineColour } from "../api/types";
import { useDrag } from "../drawing/useDrag";
import { type Node, nodesOf, pathOf } from "./outlinePath";
import type { Part } from "./useRescueView";

/** So many nodes are drawn as handles at most; more are reached by going nearer. */
const MOST_HANDLES = 400;

const WAYS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface OutlinesProps {
  letterings: OutlineColour[];
  part: Part;
  /** Whose nodes can be moved; null where they are only seen. */
  held: number | null;
  onMove: (node: Node, to: { x: number; y: number }) => void;
  onSmooth: (node: Node) => void;
}

/** The outlines over the pixels, and the nodes of the lettering in hand. */
export function Outlines({ letterings, part, held, onMove, onSmooth }: OutlinesProps) {
  const [moving, setMoving] = useState<{ node: Node; x: number; y: number } | null>(null);
  const nodes = held === null ? [] : nodesOf(letterings[held]?.contours ?? []);
  const near = nodes.filter(
    ({ x, y }) =>
      x > part.x &&
      y > part.y &&
      x < part.x + part.width / part.scale &&
      y < part.y + part.height / part.scale,
  );
  const shown = near.length > MOST_HANDLES ? [] : near;
  const drag = useDrag<{ node: Node; x: number; y: number }, Node>({
    begin: (event, node) => ({ node, x: event.clientX, y: event.clientY }),
    move: (from, { clientX, clientY }) =>
      setMoving({
        node: from.node,
        x: from.node.x + (clientX - from.x) / part.scale,
        y: from.node.y + (clientY - from.y) / part.scale,
      }),
    end: (from, { clientX, clientY }) => {
      setMoving(null);
      const to = {
        x: from.node.x + (clientX - from.x) / part.scale,
        y: from.node.y + (clientY - from.y) / part.scale,
      };
      if (Math.hypot(clientX - from.x, clientY - from.y) > 2) onMove(from.node, to);
    },
    cancel: () => setMoving(null),
  });
  const radius = 5 / part.scale;
  return (
    <svg
      className="rescue-outlines"
      viewBox={`${part.x} ${part.y} ${part.width / part.scale} ${part.height / part.scale}`}
      preserveAspectRatio="none"
      aria-label="Outlines of the lettering"
      role="group"
    >
      {letterings.map((one, number) => (
        <path
          key={number}
          d={one.contours.map(pathOf).join("")}
          className="rescue-outline"
          data-held={number === held || undefined}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {shown.map((node) => {
        const at = moving?.node.contour === node.contour && moving.node.at === node.at ? moving : node;
        return (
          <circle
            key={`${node.contour} ${node.at}`}
            cx={at.x}
            cy={at.y}
            r={radius}
            className="rescue-node"
            role="button"
            tabIndex={0}
            aria-label={`Node ${node.at + 1} of contour ${node.contour + 1}: arrow keys move it, Enter smooths it`}
            vectorEffect="non-scaling-stroke"
            {...drag(node)}
            onDoubleClick={() => onSmooth(node)}
            onKeyDown={(event) => {
              const way = WAYS[event.key];
              if (way) {
                event.preventDefault();
                event.stopPropagation();
                const step = event.shiftKey ? 1 : 0.25;
                onMove(node, { x: node.x + way[0] * step, y: node.y + way[1] * step });
              }
              if (event.key === "Enter") onSmooth(node);
            }}
          />
        );
      })}
      {near.length > MOST_HANDLES && (
        <text className="sr-only">Zoom in to move nodes: there are too many of them here.</text>
      )}
    </svg>
  );
}
