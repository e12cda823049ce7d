import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef } from "react";
import type { LayoutState, OpeningDrawn } from "../../api/types";
import { Words } from "../../drawing/SheetInk";
import { Pictured } from "./Pictured";

const HIGH = 56;
const GAP = 10;
/** Smaller capitals, mm, are not seen in small. */
const SEEN = 5;

/** All openings in a row, only those in sight drawn; one that wants a look is marked by word and pattern. */
export function FlatPlan(props: {
  openings: readonly OpeningDrawn[];
  layout: LayoutState;
  at: number;
  onLook: (at: number) => void;
}) {
  "use no memo";
  const { openings, at } = props;
  const box = useRef<HTMLDivElement>(null);
  const first = openings[0];
  const scale = first ? HIGH / first.height : 1;
  // oxlint-disable-next-line react/incompatible-library
  const row = useVirtualizer({
    horizontal: true,
    count: openings.length,
    getScrollElement: () => box.current,
    estimateSize: (index) => Math.max(44, (openings[index]?.width ?? 0) * scale + 8),
    overscan: 4,
    gap: GAP,
    paddingStart: 12,
    paddingEnd: 12,
  });
  useEffect(() => {
    row.measure();
  }, [row, scale, openings.length]);
  useEffect(() => {
    row.scrollToIndex(at, { align: "auto" });
  }, [row, at]);
  return (
    <div ref={box} className="flat-plan" role="group" aria-label="Flat plan" tabIndex={-1}>
      <div style={{ width: row.getTotalSize(), position: "relative", height: "100%" }}>
        {row.getVirtualItems().map(({ index, start, size }) => {
          const opening = openings[index];
          if (!opening) return null;
          return (
            <button
              key={opening.first}
              type="button"
              className="flat-opening"
              aria-pressed={index === at}
              aria-label={`Pages ${opening.name}${opening.wrong ? ", check" : ""}`}
              style={{ left: start, width: size }}
              onClick={() => props.onLook(index)}
            >
              <svg
                width={opening.width * scale}
                height={HIGH}
                viewBox={`0 0 ${opening.width} ${opening.height}`}
                aria-hidden
              >
                <rect width={opening.width} height={opening.height} fill="#fffefb" />
                {opening.boxes.map((one) =>
                  one.piece ? (
                    <Pictured
                      key={one.number}
                      piece={one.piece}
                      picture={props.layout.pictures[one.plan ?? -1]?.id}
                      small
                    />
                  ) : (
                    <rect
                      key={one.number}
                      x={one.box[0]}
                      y={one.box[1]}
                      width={one.box[2]}
                      height={one.box[3]}
                      fill="#d9d3c4"
                    />
                  ),
                )}
                {opening.labels
                  .filter(({ height }) => height > SEEN)
                  .map((label, number) => (
                    <Words key={number} label={label} />
                  ))}
                {opening.pages.length === 2 && (
                  <path
                    d={`M${opening.width / 2} 0V${opening.height}`}
                    stroke="#9aa5a1"
                    strokeWidth={1 / scale}
                  />
                )}
              </svg>
              <span className="flat-name figure" data-wrong={opening.wrong || undefined}>
                {opening.name}
                {opening.wrong && " check"}
              </span>
            </button>
          );
        })}
      </div>
    </div>
  );
}
