import type { StockMedium, StockRoll, StockSheet } from "../api/types";
import { KeptLength, KeptLengthOrNone } from "../fields/KeptLength";
import { KeptNumber } from "../fields/KeptNumber";
import { KeptText } from "../fields/KeptText";
import { InStock } from "./InStock";
import { usePreferences } from "../session/useSession";

const ROLL: StockRoll = { key: "", width: "61 cm", left: null, margin: "5 mm", price: null, minimum: null };
const SHEET: StockSheet = {
  key: "", name: "A3", width: "29.7 cm", height: "42 cm", left: null, margin: "5 mm", price: null,
}; // oxfmt-ignore

/** A medium: how much detail it holds, how far ink spreads on it, and its rolls and sheets. */
export function MediumCard(props: {
  medium: StockMedium;
  currency: string;
  /** Changes the medium as it stands when that is done; null takes it out. */
  onChange: (by: (medium: StockMedium) => StockMedium | null) => void;
}) {
  const { medium, onChange } = props;
  const put = (part: Partial<StockMedium>) => onChange((now) => ({ ...now, ...part }));
  const { unit } = usePreferences().account;
  const price = props.currency ? `, ${props.currency}` : "";
  return (
    <li className="panel space-y-2 p-3" aria-label={medium.name}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 md:grid-cols-[1.5fr_1fr_8rem_10.5rem]">
        <KeptText label="Medium" value={medium.name} most={120} needed onPut={(name) => put({ name })} />
        <KeptText label="Surface" value={medium.surface} most={120} onPut={(surface) => put({ surface })} />
        <KeptNumber
          label="Detail factor"
          about="word:detail-factor"
          min={0.05}
          max={2}
          step={0.05}
          unit="×"
          value={medium.factor}
          onPut={(factor) => factor !== null && put({ factor })}
        />
        <KeptNumber
          label="Ink spread (dot gain)"
          about="word:ink-spread"
          min={0}
          max={2}
          step={0.01}
          unit="mm"
          empty="assumed"
          value={medium.spread}
          onPut={(spread) => put({ spread })}
        />
      </div>
      <InStock medium={medium} />
      <KeptText label="Notes" value={medium.note} most={500} onPut={(note) => put({ note })} />
      {medium.rolls.length > 0 && (
        <ul className="space-y-1.5" aria-label={`Rolls of ${medium.name}`}>
          {medium.rolls.map((roll, index) => {
            const change = (next: Partial<StockRoll>) =>
              onChange((now) => ({ ...now, rolls: replaced(now.rolls, index, next) }));
            return (
              <li key={roll.key || index} className="stock-row">
                <KeptLength
                  unit={unit}
                  label="Roll, width"
                  value={roll.width}
                  onPut={(width) => change({ width })}
                />
                <KeptLengthOrNone
                  unit={unit}
                  label="Remaining"
                  value={roll.left}
                  none="not counted"
                  onPut={(left) => change({ left })}
                />
                <KeptLength
                  unit={unit}
                  label="Unprintable margins"
                  value={roll.margin}
                  onPut={(margin) => change({ margin })}
                />
                <KeptNumber
                  label={`Price per metre${price}`}
                  min={0}
                  max={1_000_000}
                  step={1}
                  empty="–"
                  value={roll.price}
                  onPut={(next) => change({ price: next })}
                />
                <KeptLengthOrNone
                  unit={unit}
                  label="Minimum length charged"
                  value={roll.minimum}
                  none="any length"
                  onPut={(minimum) => change({ minimum })}
                />
                <Remove
                  what={`Roll ${roll.width}`}
                  onRemove={() =>
                    onChange((now) => ({ ...now, rolls: now.rolls.filter((_, at) => at !== index) }))
                  }
                />
              </li>
            );
          })}
        </ul>
      )}
      {medium.sheets.length > 0 && (
        <ul className="space-y-1.5" aria-label={`Sheets of ${medium.name}`}>
          {medium.sheets.map((sheet, index) => {
            const change = (next: Partial<StockSheet>) =>
              onChange((now) => ({ ...now, sheets: replaced(now.sheets, index, next) }));
            return (
              <li key={sheet.key || index} className="stock-row">
                <KeptText label="Sheets" value={sheet.name} most={80} onPut={(name) => change({ name })} />
                <KeptLength
                  unit={unit}
                  label="Width"
                  value={sheet.width}
                  onPut={(width) => change({ width })}
                />
                <KeptLength
                  unit={unit}
                  label="Height"
                  value={sheet.height}
                  onPut={(height) => change({ height })}
                />
                <KeptNumber
                  label="Remaining"
                  min={0}
                  max={10_000_000}
                  step={1}
                  empty="not counted"
                  value={sheet.left}
                  onPut={(left) => change({ left: left === null ? null : Math.round(left) })}
                />
                <KeptNumber
                  label={`Price per sheet${price}`}
                  min={0}
                  max={1_000_000}
                  step={1}
                  empty="–"
                  value={sheet.price}
                  onPut={(next) => change({ price: next })}
                />
                <Remove
                  what={`Sheets ${sheet.name}`}
                  onRemove={() =>
                    onChange((now) => ({ ...now, sheets: now.sheets.filter((_, at) => at !== index) }))
                  }
                />
              </li>
            );
          })}
        </ul>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="plain-button"
          onClick={() => onChange((now) => ({ ...now, rolls: [...now.rolls, ROLL] }))}
        >
          Another roll
        </button>
        <button
          type="button"
          className="plain-button"
          onClick={() => onChange((now) => ({ ...now, sheets: [...now.sheets, SHEET] }))}
        >
          Other sheets
        </button>
        <span className="flex-1" />
        <button type="button" className="min-h-6 underline" onClick={() => onChange(() => null)}>
          Remove the medium
        </button>
      </div>
    </li>
  );
}

const replaced = <T,>(list: readonly T[], index: number, next: Partial<T>): T[] =>
  list.map((one, at) => (at === index ? { ...one, ...next } : one));

function Remove({ what, onRemove }: { what: string; onRemove: () => void }) {
  return (
    <button
      type="button"
      className="min-h-6 self-end underline"
      aria-label={`${what}: remove`}
      onClick={onRemove}
    >
      Remove
    </button>
  );
}
