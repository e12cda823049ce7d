import type { KeyboardEvent } from "react";
import type { KeepZone, Plan, ZoneRow } from "../api/types";
import { typeset } from "../shell/typeset";
import { useFitTools } from "./fitTools";
import { alongPicture, type Pair } from "../drawing/placement";
import { usePlanStore } from "./planStore";
import { leaning } from "../drawing/turnedImage";
import { usePlanDrag } from "./usePlanDrag";
import { HANDLES, moved, resized, type Handle, type ZoneBox } from "../drawing/zoneMoves";

type ScreenBox = readonly [number, number, number, number];
const STEP = 0.005;
const STRIDE = 0.04;
const GRIP = 12;
const CURSORS: Record<string, string> = {
  "-1-1": "nwse-resize",
  "11": "nwse-resize",
  "1-1": "nesw-resize",
  "-11": "nesw-resize",
  "0-1": "ns-resize",
  "01": "ns-resize",
  "10": "ew-resize",
  "-10": "ew-resize",
};

/** What a zone is called by ear: name, state, room. */
export function zoneWords(row: ZoneRow | undefined, zone: KeepZone): string {
  const name = zone.name || "keep zone";
  if (!row) return name;
  return row.state === "cut"
    ? `${name}, ${row.room} at the ${row.side}`
    : `${name}, ${row.room} to the ${row.side} edge`;
}

/**
 * The keep zones on the drawing, with the room of each. The chosen one has handles; keys move it,
 * with Ctrl they resize it, Delete removes it. `whole` is the picture on the screen before it leans.
 */
export function KeepZones(props: { plan: Plan; rows: ZoneRow[]; whole: ScreenBox; still?: boolean }) {
  const { plan, rows, whole } = props;
  const change = usePlanStore((store) => store.change);
  const { zone: chosen, choose } = useFitTools();
  const keep = plan.fit.keep;
  const angle = plan.fit.angle;

  const put = (index: number, box: ZoneBox, going: boolean) =>
    change({ "fit.keep": keep.map((zone, at) => (at === index ? { ...zone, ...box } : zone)) }, going);
  const remove = (index: number) => {
    change({ "fit.keep": keep.filter((_, at) => at !== index) });
    choose(null);
  };
  const shares = (dx: number, dy: number): Pair => {
    const [x, y] = alongPicture([dx, dy], angle);
    return [x / whole[2], y / whole[3]];
  };
  const take = usePlanDrag<
    { at: Pair; index: number; zone: ZoneBox; handle: Handle | null },
    [number, Handle | null]
  >({
    begin: (event, [index, handle]) => {
      choose(index);
      return { at: [event.clientX, event.clientY], index, zone: keep[index] as ZoneBox, handle };
    },
    move: ({ at, index, zone, handle }, event) => {
      const [dx, dy] = shares(event.clientX - at[0], event.clientY - at[1]);
      put(index, handle ? resized(zone, handle, dx, dy) : moved(zone, dx, dy), true);
    },
  });
  const drag = (index: number, handle: Handle | null) =>
    props.still ? { pointerEvents: "none" as const } : take([index, handle]);
  const onKeyDown = (index: number) => (event: KeyboardEvent<SVGElement>) => {
    const zone = keep[index];
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!zone) return;
    if (event.key === "Delete" || event.key === "Backspace") remove(index);
    else if (event.key === "Escape") choose(null);
    else if (way) {
      const by = event.shiftKey ? STRIDE : STEP;
      const [dx, dy] = [(way[0] ?? 0) * by, (way[1] ?? 0) * by];
      put(index, event.ctrlKey || event.metaKey ? resized(zone, [1, 1], dx, dy) : moved(zone, dx, dy), false);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <g transform={leaning(whole, angle)} data-testid="keep-zones">
      {keep.map((zone, index) => {
        const [x, y, w, h] = [
          whole[0] + zone.x * whole[2],
          whole[1] + zone.y * whole[3],
          zone.w * whole[2],
          zone.h * whole[3],
        ];
        const row = rows[index];
        const cut = row?.state === "cut";
        const below = y < 26;
        return (
          <g
            key={index}
            className="keep-zone"
            data-zone={zone.name}
            data-state={row?.state}
            {...(props.still
              ? { role: "img", "aria-label": `Keep zone ${zoneWords(row, zone)}` }
              : {
                  tabIndex: 0,
                  role: "application",
                  onFocus: () => choose(index),
                  onKeyDown: onKeyDown(index),
                  "aria-label": `Keep zone ${zoneWords(row, zone)}. Arrow keys move it, with Control they resize it, Delete removes it.`,
                })}
          >
            {chosen === index && !props.still && (
              <rect
                x={x}
                y={y}
                width={w}
                height={h}
                fill="transparent"
                className="cursor-move"
                {...drag(index, null)}
              />
            )}
            <rect
              x={x}
              y={y}
              width={w}
              height={h}
              fill="none"
              stroke="#1b2423"
              strokeWidth={3.5}
              strokeDasharray={cut ? "7 3" : "2 4"}
              opacity={0.6}
              pointerEvents="none"
            />
            <rect
              x={x}
              y={y}
              width={w}
              height={h}
              fill="none"
              className="keep-rim"
              stroke="#ffffff"
              strokeWidth={1.7}
              strokeDasharray={cut ? "7 3" : "2 4"}
              pointerEvents="none"
            />
            {/* Its rim is the handle by which an unchosen zone is taken; the inside still moves the crop. */}
            <rect
              x={x}
              y={y}
              width={w}
              height={h}
              fill="none"
              stroke="transparent"
              strokeWidth={14}
              pointerEvents="stroke"
              className="cursor-move"
              {...drag(index, null)}
            />
            <text
              x={x + 2}
              y={below ? y + h + 15 : y - 7}
              className="cursor-move"
              fontSize={13}
              fontWeight={600}
              fill="#1b2423"
              stroke="#ffffff"
              strokeWidth={3.5}
              strokeOpacity={0.88}
              paintOrder="stroke"
              {...drag(index, null)}
            >
              {zone.name}
              {row && (
                <tspan
                  className="figure"
                  fontWeight={500}
                >{` ${typeset(cut ? `${row.room} ${row.side}` : row.room)}`}</tspan>
              )}
            </text>
            {chosen === index &&
              !props.still &&
              HANDLES.map((handle) => {
                const [cx, cy] = [x + (w * (handle[0] + 1)) / 2, y + (h * (handle[1] + 1)) / 2];
                return (
                  <g
                    key={handle.join()}
                    style={{ cursor: CURSORS[handle.join("")] }}
                    {...drag(index, handle)}
                  >
                    <rect x={cx - GRIP} y={cy - GRIP} width={2 * GRIP} height={2 * GRIP} fill="transparent" />
                    <rect
                      x={cx - 4}
                      y={cy - 4}
                      width={8}
                      height={8}
                      rx={2}
                      fill="#1b2423"
                      stroke="#ffffff"
                      strokeWidth={1.5}
                    />
                  </g>
                );
              })}
          </g>
        );
      })}
    </g>
  );
}
