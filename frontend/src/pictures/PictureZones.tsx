import { Trash2 } from "lucide-react";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { KeepZone, PictureFacts } from "../api/types";
import { useDrag } from "../drawing/useDrag";
import { between, freshName, HANDLES, moved, resized, type Handle, type ZoneBox } from "../drawing/zoneMoves";
import { Problem } from "../shell/Problem";
import { useKeepZones } from "./useKeepZones";

const STEP = 0.005;
const STRIDE = 0.04;
type Spot = readonly [number, number];

/** The picture with what must be kept of it: zones are drawn, moved, named and removed here. */
export function PictureZones({ picture }: { picture: PictureFacts }) {
  const { keep, put, save, problem } = useKeepZones(picture);
  const [drawing, setDrawing] = useState(false);
  const [drawn, setDrawn] = useState<ZoneBox | null>(null);
  const surface = useRef<HTMLDivElement>(null);
  const shares = (event: { clientX: number; clientY: number }): Spot => {
    const box = surface.current?.getBoundingClientRect();
    return box ? [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height] : [0, 0];
  };
  const changed = (index: number, box: ZoneBox) =>
    keep.map((zone, at) => (at === index ? { ...zone, ...box } : zone));
  const add = (box: ZoneBox | null) => {
    setDrawing(false);
    setDrawn(null);
    if (box) save([...keep, { name: freshName(keep.map((zone) => zone.name)), ...box }]);
  };
  const drag = useDrag<
    { at: Spot; index: number; handle: Handle | null; before: KeepZone[] },
    readonly [number, Handle | null]
  >({
    begin: (event, [index, handle]) => ({ at: shares(event), index, handle, before: keep }),
    move: ({ at, index, handle, before }, event) =>
      put(changed(index, moving(before[index] as KeepZone, at, shares(event), handle))),
    end: ({ at, index, handle, before }, event) =>
      save(changed(index, moving(before[index] as KeepZone, at, shares(event), handle))),
    cancel: ({ before }) => put(before),
  });
  const pad = useDrag<Spot>({
    begin: (event) => shares(event),
    move: (from, event) => setDrawn(between(from, shares(event))),
    end: (from, event) => add(between(from, shares(event))),
    cancel: () => setDrawn(null),
  });
  const onKeyDown = (index: number) => (event: KeyboardEvent) => {
    const zone = keep[index] as KeepZone;
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (event.key === "Delete" || event.key === "Backspace") save(keep.filter((_, at) => at !== index));
    else if (way) {
      const by = event.shiftKey ? STRIDE : STEP;
      const [dx, dy] = [(way[0] ?? 0) * by, (way[1] ?? 0) * by];
      save(changed(index, event.ctrlKey ? resized(zone, [1, 1], dx, dy) : moved(zone, dx, dy)));
    } else return;
    event.preventDefault();
  };
  return (
    <div className="space-y-3">
      <div className="desk grid place-items-center p-5">
        <div ref={surface} className="relative inline-block select-none">
          <img
            src={`/api/pictures/${picture.id}/bench.jpg`}
            alt={picture.name}
            draggable={false}
            className="block max-h-[min(56vh,520px)]"
            style={{ boxShadow: "0 0 0 1px var(--sheet-line)" }}
          />
          {keep.map((zone, index) => (
            <div
              key={index}
              className="picture-zone"
              style={placed(zone)}
              tabIndex={0}
              role="application"
              aria-label={`Keep zone ${zone.name || "without a name"}. Arrow keys move it, with Control they resize it, Delete removes it.`}
              onKeyDown={onKeyDown(index)}
              {...drag([index, null])}
            >
              <span className="picture-zone-name" dir="auto">
                {zone.name}
              </span>
              {HANDLES.map((handle) => (
                <Grip key={handle.join()} handle={handle} hands={drag([index, handle])} />
              ))}
            </div>
          ))}
          {drawing && (
            <div
              className="absolute inset-0 cursor-crosshair touch-none"
              data-testid="zone-pad"
              tabIndex={0}
              role="application"
              ref={(node) => node?.focus()}
              aria-label="Drag over what must be kept, or press Enter for a zone in the middle. Escape leaves it."
              onKeyDown={(event) => {
                if (event.key === "Enter") add({ x: 0.4, y: 0.4, w: 0.2, h: 0.2 });
                if (event.key === "Escape") setDrawing(false);
              }}
              {...pad()}
            >
              {drawn && <div className="picture-zone" style={placed(drawn)} />}
            </div>
          )}
        </div>
      </div>
      <section aria-label="What must be kept" className="space-y-1.5">
        <div className="flex flex-wrap items-center justify-between gap-2">
          <h2 className="font-semibold">What must be kept</h2>
          <button
            type="button"
            className="plain-button"
            aria-pressed={drawing}
            onClick={() => setDrawing(!drawing)}
          >
            {drawing ? "Drag over it…" : "Draw a keep zone"}
          </button>
        </div>
        {keep.map((zone, index) => (
          <div key={index} className="grid grid-cols-[1fr_28px] items-center gap-2">
            <Name
              name={zone.name}
              onName={(name) => save(keep.map((one, at) => (at === index ? { ...one, name } : one)))}
            />
            <button
              type="button"
              className="grid size-7 place-items-center rounded"
              aria-label={`Delete the keep zone ${zone.name}`}
              onClick={() => save(keep.filter((_, at) => at !== index))}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          </div>
        ))}
        <p className="soft">
          New prints of this picture begin with {keep.length ? "these zones" : "no zone"}; those that are
          there keep their own.
        </p>
        {problem && <Problem message={problem} />}
      </section>
    </div>
  );
}

function moving(zone: KeepZone, from: Spot, to: Spot, handle: Handle | null): ZoneBox {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  return handle ? resized(zone, handle, dx, dy) : moved(zone, dx, dy);
}

const placed = (zone: ZoneBox) => ({
  left: `${zone.x * 100}%`,
  top: `${zone.y * 100}%`,
  width: `${zone.w * 100}%`,
  height: `${zone.h * 100}%`,
});

function Grip({
  handle,
  hands,
}: {
  handle: Handle;
  hands: { onPointerDown: (event: PointerEvent) => void };
}) {
  const at = (side: number) => `${(side + 1) * 50}%`;
  return (
    <span className="picture-zone-grip" style={{ left: at(handle[0]), top: at(handle[1]) }} {...hands} />
  );
}

function Name({ name, onName }: { name: string; onName: (name: string) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const keep = () => {
    if (draft !== null && draft.trim() !== name) onName(draft.trim());
    setDraft(null);
  };
  return (
    <input
      className="field"
      dir="auto"
      aria-label="Name of the keep zone"
      maxLength={80}
      value={draft ?? name}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") keep();
        if (event.key === "Escape") setDraft(null);
      }}
    />
  );
}
