import { What } from "../../legend/What";
import { Trash2 } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Plan, ZoneRow } from "../../api/types";
import { typeset } from "../../shell/typeset";
import { useFitTools } from "../fitTools";
import { usePlanStore } from "../planStore";

/** The keep zones by name, with the room of each; drawing another, automatic placement. */
export function ZoneList({ plan, rows }: { plan: Plan; rows: ZoneRow[] }) {
  const change = usePlanStore((store) => store.change);
  const { zone: chosen, choose, drawing, draw } = useFitTools();
  const keep = plan.fit.keep;
  const field = useRef<HTMLInputElement>(null);
  const count = keep.length;
  const before = useRef(count);
  useEffect(() => {
    // A zone just drawn asks for its name.
    if (count > before.current && chosen === count - 1) field.current?.select();
    before.current = count;
  }, [count, chosen]);
  const rename = (index: number, name: string) =>
    change({ "fit.keep": keep.map((zone, at) => (at === index ? { ...zone, name } : zone)) });
  const list = useRef<HTMLElement>(null);
  const remove = (index: number) => {
    change({ "fit.keep": keep.filter((_, at) => at !== index) });
    choose(null);
    // The focus stays in the list: on the next zone's button, or on the one that draws another.
    requestAnimationFrame(() => {
      const buttons = list.current?.querySelectorAll<HTMLElement>("[data-deletes]") ?? [];
      (
        buttons[Math.min(index, buttons.length - 1)] ??
        list.current?.querySelector<HTMLElement>("[data-draws]")
      )?.focus();
    });
  };
  return (
    <section ref={list} aria-label="Keep zones" className="space-y-1.5">
      <div className="flex items-center justify-between gap-2">
        <span className="flex items-baseline">
          <h3 className="font-semibold">What must be kept</h3>
          <What about="word:keep-zones" />
        </span>
        <button
          type="button"
          data-draws
          className="plain-button"
          aria-pressed={drawing}
          onClick={() => draw(!drawing)}
        >
          {drawing ? "Drag over it…" : "Draw a keep zone"}
        </button>
      </div>
      {keep.map((zone, index) => (
        <div
          key={index}
          className="grid grid-cols-[1fr_auto_28px] items-center gap-2"
          data-chosen={chosen === index || undefined}
        >
          <Name
            field={chosen === index ? field : null}
            name={zone.name}
            onName={(name) => rename(index, name)}
            onFocus={() => choose(index)}
          />
          <span className="figure text-[15px]" data-zone-room={zone.name}>
            {rows[index] && words(rows[index])}
          </span>
          <button
            type="button"
            data-deletes
            className="grid size-7 place-items-center rounded"
            aria-label={`Delete the keep zone ${zone.name}`}
            onClick={() => remove(index)}
          >
            <Trash2 size={15} aria-hidden />
          </button>
        </div>
      ))}
      {count > 0 && plan.fit.mode !== "contain" && (
        <label className="flex min-h-6 items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={plan.fit.auto}
            onChange={(event) => change({ "fit.auto": event.target.checked })}
          />
          Place the crop by its {count === 1 ? "keep zone" : `${count} keep zones`}
        </label>
      )}
    </section>
  );
}

function words(row: ZoneRow): string {
  return typeset(row.state === "cut" ? `${row.room}, ${row.side}` : `${row.room} ${row.side}`);
}

function Name({
  field,
  ...props
}: {
  field: React.Ref<HTMLInputElement>;
  name: string;
  onName: (name: string) => void;
  onFocus: () => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  /** Escape: the name from before typing stands. */
  const given = useRef(false);
  return (
    <input
      ref={field}
      className="field"
      dir="auto"
      aria-label="Name of the keep zone"
      maxLength={80}
      value={draft ?? props.name}
      onFocus={props.onFocus}
      onChange={(event) => setDraft(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === "Escape") given.current = true;
        if (event.key !== "Enter" && event.key !== "Escape") return;
        // Left and taken again: the name is kept or given back, the cursor stays.
        event.currentTarget.blur();
        event.currentTarget.focus();
      }}
      onBlur={() => {
        if (!given.current && draft !== null && draft.trim() !== props.name) props.onName(draft.trim());
        given.current = false;
        setDraft(null);
      }}
    />
  );
}
