import { useState, type CSSProperties, type KeyboardEvent } from "react";
import type { BoxMm, Drawing } from "../api/types";
import { Region } from "../drawing/Region";
import { useDrag } from "../drawing/useDrag";

/** How far it can be turned either way, and tipped, degrees. */
const MOST_TURN = 75;
const MOST_TIP = 40;
const STEP = 5;
const DEGREES_PER_PX = 0.7;
const FACE_PX = 112;

interface Pose {
  turn: number;
  tip: number;
}

const held = (value: number, most: number) => Math.max(-most, Math.min(most, Math.round(value)));

/** The stretched canvas with its sides as they will look; turned by dragging or with the arrow keys. */
export function TurningCanvas({ drawing, proof }: { drawing: Drawing; proof: string }) {
  const [pose, setPose] = useState<Pose>({ turn: -32, tip: 12 });
  const { fold, fold_back: back } = drawing.boxes;
  const drag = useDrag<Pose & { x: number; y: number }>({
    begin: (event) => ({ ...pose, x: event.clientX, y: event.clientY }),
    move: (from, event) =>
      setPose({
        turn: held(from.turn + (event.clientX - from.x) * DEGREES_PER_PX, MOST_TURN),
        tip: held(from.tip - (event.clientY - from.y) * DEGREES_PER_PX, MOST_TIP),
      }),
    end: () => undefined,
    cancel: (from) => setPose({ turn: from.turn, tip: from.tip }),
  });
  if (!fold || !back) return null;
  const onKeyDown = (event: KeyboardEvent) => {
    const [turn, tip] =
      { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, STEP], ArrowDown: [0, -STEP] }[
        event.key
      ] ?? [];
    if (turn === undefined || tip === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    setPose((was) => ({ turn: held(was.turn + turn, MOST_TURN), tip: held(was.tip + tip, MOST_TIP) }));
  };
  const [x, y, w, h] = fold;
  const [left, top] = [x - back[0], y - back[1]];
  const scale = FACE_PX / Math.max(w, h);
  const [wide, high, deep] = [w * scale, h * scale, left * scale];
  const sides: { name: string; box: BoxMm; size: [number, number]; place: string; shade: number }[] = [
    {
      name: "left",
      box: [x - left, y, left, h],
      size: [deep, high],
      place: `translateX(${-deep}px) rotateY(-90deg)`,
      shade: 0.18,
    },
    {
      name: "right",
      box: [x + w, y, left, h],
      size: [deep, high],
      place: `translateX(${wide}px) rotateY(90deg)`,
      shade: 0.18,
    },
    {
      name: "top",
      box: [x, y - top, w, top],
      size: [wide, deep],
      place: `translateY(${-deep}px) rotateX(90deg)`,
      shade: 0,
    },
    {
      name: "bottom",
      box: [x, y + h, w, top],
      size: [wide, deep],
      place: `translateY(${high}px) rotateX(-90deg)`,
      shade: 0.3,
    },
  ];
  const origins: Record<string, string> = { left: "right", right: "left", top: "bottom", bottom: "top" };
  const stage: CSSProperties = {
    width: wide,
    height: high,
    transform: `rotateX(${-pose.tip}deg) rotateY(${-pose.turn}deg)`,
  };
  return (
    <div className="turning panel">
      <span className="soft">As it will hang</span>
      <div
        className="turning-room"
        role="slider"
        tabIndex={0}
        aria-label="The stretched canvas"
        aria-valuemin={-MOST_TURN}
        aria-valuemax={MOST_TURN}
        aria-valuenow={pose.turn}
        aria-valuetext={said(pose)}
        onKeyDown={onKeyDown}
        {...drag()}
      >
        <div className="turning-stage" style={stage}>
          <div className="turning-side">
            <Region drawing={drawing} proof={proof} box={fold} width={wide} height={high} />
          </div>
          {sides.map(({ name, box, size, place, shade }) => (
            <div
              key={name}
              className="turning-side"
              data-side={name}
              style={{
                width: size[0],
                height: size[1],
                transform: place,
                transformOrigin: `${origins[name] ?? ""} center`,
              }}
            >
              <Region drawing={drawing} proof={proof} box={box} width={size[0]} height={size[1]} />
              <span style={{ opacity: shade }} />
            </div>
          ))}
        </div>
      </div>
      <span className="soft">drag to turn, or ← → ↑ ↓</span>
    </div>
  );
}

function said({ turn, tip }: Pose): string {
  const across = turn
    ? `seen ${Math.abs(turn)}° from the ${turn < 0 ? "right" : "left"}`
    : "seen from the front";
  return tip ? `${across}, ${Math.abs(tip)}° from ${tip > 0 ? "above" : "below"}` : across;
}
