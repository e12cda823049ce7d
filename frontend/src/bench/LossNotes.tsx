import type { Worksheet } from "../api/types";
import { dimensionWidth } from "../drawing/DimensionLine";
import { typeset } from "../shell/typeset";

type Box = readonly [number, number, number, number];
type Side = "top" | "bottom" | "left" | "right";
type Places = { whole: Box; printed: Box; lines: Record<Side, number> };
type Note = { x: number; y: number; anchor: "start" | "end" };

/** What a note takes from its base line up, and what it and a dimension line need from the picture's edge, screen px. */
const [NOTE_ROOM, CLEAR_OF_LINE] = [14, 24];
const [GAP, LINE_ROOM] = [6, 8];

/**
 * How much goes on each side, in pixels of the picture: beside what goes, and within it where a dimension line
 * leaves no room there. Boxes and `lines` (where the dimension lines of each side stand) in screen px.
 */
export function LossNotes(
  props: Places & { figures: ReadonlyMap<string, Worksheet["reckoning"]["figures"][number]> },
) {
  return (["top", "bottom", "left", "right"] as const).map((side) => {
    const cut = props.figures.get(`cut_${side}`);
    if (!cut) return null;
    const text = `−${typeset(cut.text)}`;
    const note =
      side === "top" || side === "bottom"
        ? overOrUnder(side, props)
        : atTheSide(side, dimensionWidth(text), props);
    return <NoteText key={side} {...note} text={text} />;
  });
}

function overOrUnder(side: "top" | "bottom", { whole, printed, lines }: Places): Note {
  const x = Math.min(whole[0] + whole[2], printed[0] + printed[2]) - 4;
  if (side === "top") {
    const room = whole[1] - lines.top;
    const y = room < CLEAR_OF_LINE ? Math.max(lines.top, whole[1]) + CLEAR_OF_LINE - GAP : whole[1] - GAP;
    return { x, y, anchor: "end" };
  }
  const foot = whole[1] + whole[3];
  const room = lines.bottom - foot;
  const y =
    room < NOTE_ROOM + LINE_ROOM
      ? Math.min(lines.bottom, foot) - CLEAR_OF_LINE + NOTE_ROOM
      : foot + NOTE_ROOM;
  return { x, y, anchor: "end" };
}

/** At the foot: the middle of a side is its handle's, and its dimension's. */
function atTheSide(side: "left" | "right", width: number, { whole, printed, lines }: Places): Note {
  const outwards = side === "left" ? -1 : 1;
  const edge = side === "left" ? whole[0] : whole[0] + whole[2];
  const crop = side === "left" ? printed[0] : printed[0] + printed[2];
  const foot = printed[1] + printed[3];
  const y = Math.min(lines.bottom, foot) - GAP - 4;
  const beside: Note = { x: edge + GAP * outwards, y, anchor: side === "left" ? "end" : "start" };
  const room = (lines[side] - edge) * outwards;
  if (room > GAP + width + LINE_ROOM) return beside;
  const inner = room > 0 ? edge : lines[side];
  const within: Note = { x: inner - GAP * outwards, y, anchor: side === "left" ? "start" : "end" };
  if ((within.x - crop) * outwards > width) return within;
  // Past the end of the dimension line nothing is in the way.
  const past = foot + CLEAR_OF_LINE;
  return room > 0 && past < lines.bottom ? { ...beside, y: past } : within;
}

function NoteText(props: Note & { text: string }) {
  return (
    <text
      className="figure"
      x={props.x}
      y={props.y}
      textAnchor={props.anchor}
      fontSize={13.5}
      fontWeight={500}
      fill="#22302f"
      stroke="#ffffff"
      strokeWidth={3}
      strokeOpacity={0.75}
      paintOrder="stroke"
    >
      {props.text}
    </text>
  );
}
