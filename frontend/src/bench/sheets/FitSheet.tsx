import { useState } from "react";
import { Choices } from "../ChoiceCard";
import { usePlanStore } from "../planStore";
import { smallProof, type SheetProps } from "./types";

export function FitSheet({ plan, worksheet, print }: SheetProps) {
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const fit = plan.fit;
  const figures = new Map(worksheet.reckoning.figures.map((figure) => [figure.id, figure]));
  const anchor = [Number(figures.get("anchor_x")?.value ?? 0.5), Number(figures.get("anchor_y")?.value ?? 0.5)];
  const put = (axis: 0 | 1, value: number) => {
    const next = [...anchor];
    next[axis] = value;
    change({ "fit.anchor": next, "fit.auto": false }, true);
  };
  const zones = fit?.keep?.length ?? 0;
  return (
    <div className="space-y-3">
      <Choices choices={worksheet.choices} proof={smallProof(print)} />
      <div className="flex flex-wrap items-end gap-3">
        <Share label="From the left" value={anchor[0] ?? 0.5} onShare={(value) => put(0, value)} onDone={settle} />
        <Share label="From the top" value={anchor[1] ?? 0.5} onShare={(value) => put(1, value)} onDone={settle} />
        <button type="button" className="plain-button h-[32px]"
          onClick={() => change({ "fit.anchor": [0.5, 0.5], "fit.auto": false })}>
          Centre
        </button>
      </div>
      <p className="soft text-[13px]">
        Drag the picture in its window, or use the arrow keys on it. 0 is left or top, 100 right or bottom.
      </p>
      {fit?.mode === "fill" && (
        <label className="flex items-center gap-3">
          <span className="whitespace-nowrap">Closer</span>
          <input className="range range-xs" type="range" min={1} max={4} step={0.01} value={fit.zoom ?? 1}
            aria-valuetext={`${(fit.zoom ?? 1).toFixed(2)} times`}
            onChange={(event) => change({ "fit.zoom": event.target.valueAsNumber }, true)}
            onPointerUp={settle} onKeyUp={settle} />
          <span className="figure w-14 whitespace-nowrap text-right text-[16px]">{(fit.zoom ?? 1).toFixed(2)}{"\u2009"}×</span>
        </label>
      )}
      {zones > 0 && (
        <label className="flex min-h-6 items-center gap-2">
          <input type="checkbox" className="checkbox checkbox-sm" checked={fit?.auto ?? false}
            onChange={(event) => change({ "fit.auto": event.target.checked })} />
          Place the crop by its {zones === 1 ? "keep zone" : `${zones} keep zones`}
        </label>
      )}
    </div>
  );
}

/** A share of the spare room, typed in hundredths. */
function Share(props: { label: string; value: number; onShare: (value: number) => void; onDone: () => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const shown = String(Math.round(props.value * 1000) / 10);
  return (
    <label className="block w-24">
      {props.label}
      <input className="field figure mt-0.5 text-[16px]" inputMode="decimal" value={draft ?? shown}
        aria-invalid={draft !== null && asShare(draft) === null ? true : undefined}
        onChange={(event) => {
          setDraft(event.target.value);
          const share = asShare(event.target.value);
          if (share !== null) props.onShare(share);
        }}
        onBlur={() => {
          setDraft(null);
          props.onDone();
        }}
        onKeyDown={(event) => event.key === "Enter" && props.onDone()} />
    </label>
  );
}

export function asShare(text: string): number | null {
  const number = Number(text.replace(",", ".").replace("%", "").trim());
  return text.trim() !== "" && number >= 0 && number <= 100 ? number / 100 : null;
}
