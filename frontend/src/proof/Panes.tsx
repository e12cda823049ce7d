import type { ReactNode } from "react";
import type { Handlers } from "../drawing/useDrag";
import { cornerIn, type Place, type Size } from "./place";
import type { Shown } from "./useProof";

/** A picture of the proof in a pane: `number` counts from its top. */
export interface Pane {
  key: string;
  number: number;
  label: string;
  /** Said under the label. */
  more?: string;
  onTake?: () => void;
  taken?: boolean;
}

/** Panes that show one place of the print, one px of the file on one px of the screen. */
export function Panes(props: {
  shown: Shown;
  panes: Pane[];
  columns: number;
  pane: Size;
  place: Place;
  /** How far the room lies off the px of the device. */
  off: Place;
  dense: number;
  drag: Handlers;
  children?: ReactNode;
}) {
  const { shown, pane, dense } = props;
  const { found } = shown;
  const corner = cornerIn(pane, props.place, found, dense);
  const tile = { width: found.width / dense, height: found.height / dense };
  return (
    <div
      className="proof-panes"
      style={{
        gridTemplateColumns: `repeat(${props.columns}, ${pane.width}px)`,
        left: props.off.x,
        top: props.off.y,
      }}
      {...props.drag}
    >
      {props.panes.map(({ key, number, label, more, onTake, taken }) => (
        <figure key={key} className="proof-pane" style={{ width: pane.width, height: pane.height }}>
          <div
            className="proof-tile"
            style={{
              width: tile.width,
              height: tile.height,
              transform: `translate(${corner.x}px, ${corner.y}px)`,
            }}
          >
            <img
              src={shown.image}
              alt={`${label}, at its true size`}
              draggable={false}
              style={{ width: tile.width, transform: `translateY(${-number * tile.height}px)` }}
            />
          </div>
          <figcaption>
            {onTake ? (
              <button type="button" aria-pressed={taken ?? false} onClick={onTake}>
                {label}
              </button>
            ) : (
              <b>{label}</b>
            )}
            {more && <span>{more}</span>}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
