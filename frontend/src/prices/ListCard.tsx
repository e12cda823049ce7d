import type { PriceLine, PriceList } from "../api/types";
import { useOptions, useReference } from "../api/useReference";
import { Check } from "../fields/Check";
import { KeptNumber } from "../fields/KeptNumber";
import { KeptText } from "../fields/KeptText";

const PER = [
  { value: "piece", label: "a piece" },
  { value: "area", label: "a square metre" },
  { value: "metre", label: "a metre" },
] as const;
const LINE: PriceLine = { medium: "", edge: "", finish: "", per: "area", size: "", price: "0", least: "0" };

/** A price list: its prices, its discounts by number, tax in it or on it. */
export function ListCard(props: {
  list: PriceList;
  standard: boolean;
  onStandard: () => void;
  /** Changes the list as it stands when that is done; null takes it out. */
  onChange: (by: (list: PriceList) => PriceList | null) => void;
}) {
  const { list, onChange } = props;
  const put = (part: Partial<PriceList>) => onChange((now) => ({ ...now, ...part }));
  const line = (index: number, next: Partial<PriceLine> | null) =>
    onChange((now) => ({
      ...now,
      lines: now.lines.flatMap((one, at) => (at === index ? (next ? [{ ...one, ...next }] : []) : [one])),
    }));
  const of = (finish: boolean) =>
    list.lines.map((one, index) => ({ one, index })).filter(({ one }) => (one.finish !== "") === finish);
  return (
    <li className="panel space-y-3 p-3.5" aria-label={list.name}>
      <div className="flex flex-wrap items-end gap-3">
        <KeptText
          label="Price list"
          className="flex-[1_1_12rem]"
          value={list.name}
          most={120}
          needed
          onPut={(name) => put({ name })}
        />
        <KeptText
          label="Currency"
          className="w-24"
          value={list.currency}
          most={8}
          onPut={(currency) => put({ currency })}
        />
        <span className="w-24">
          <KeptNumber
            label="Tax, %"
            min={0}
            max={100}
            step={1}
            value={list.tax_rate}
            onPut={(rate) => rate !== null && put({ tax_rate: rate })}
          />
        </span>
        <Check
          label="Tax is in the prices"
          checked={list.tax_included}
          onChange={(tax_included) => put({ tax_included })}
        />
        <Check label="Standard for new jobs" checked={props.standard} onChange={props.onStandard} />
      </div>
      <ul className="space-y-1" aria-label={`Prices of ${list.name}`}>
        {of(false).map(({ one, index }, at) => (
          <Line key={index} line={one} list={list} first={at === 0} onPut={(next) => line(index, next)} />
        ))}
      </ul>
      <button
        type="button"
        className="plain-button"
        onClick={() => onChange((now) => ({ ...now, lines: [...now.lines, LINE] }))}
      >
        Another price
      </button>
      <h3 className="font-semibold">Finishing</h3>
      <ul className="space-y-1" aria-label={`Finishing of ${list.name}`}>
        {of(true).map(({ one, index }, at) => (
          <Line key={index} line={one} list={list} first={at === 0} onPut={(next) => line(index, next)} />
        ))}
      </ul>
      <button
        type="button"
        className="plain-button"
        onClick={() =>
          onChange((now) => ({ ...now, lines: [...now.lines, { ...LINE, finish: freshFinish(now) }] }))
        }
      >
        Another finishing
      </button>
      <h3 className="font-semibold">Discount by number</h3>
      <ul className="space-y-1" aria-label={`Discounts of ${list.name}`}>
        {list.discounts.map((discount, index) => (
          <li key={index} className="flex flex-wrap items-end gap-3">
            <span className="w-32">
              <KeptNumber
                label={index ? "" : "From copies"}
                ariaLabel="From copies"
                min={2}
                max={10_000}
                step={1}
                value={discount.from_copies}
                onPut={(from) => from !== null && putDiscount(index, { from_copies: Math.round(from) })}
              />
            </span>
            <span className="w-32">
              <KeptNumber
                label={index ? "" : "Off, %"}
                ariaLabel="Off, %"
                min={0.1}
                max={99}
                step={1}
                value={discount.share}
                onPut={(share) => share !== null && putDiscount(index, { share })}
              />
            </span>
            <button
              type="button"
              className="min-h-8 underline"
              aria-label={`Remove the discount from ${discount.from_copies} copies`}
              onClick={() =>
                onChange((now) => ({ ...now, discounts: now.discounts.filter((_, one) => one !== index) }))
              }
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap justify-between gap-2">
        <button
          type="button"
          className="plain-button"
          onClick={() =>
            onChange((now) => ({
              ...now,
              discounts: [
                ...now.discounts,
                { from_copies: Math.max(1, ...now.discounts.map((one) => one.from_copies)) + 4, share: 5 },
              ],
            }))
          }
        >
          Another discount
        </button>
        <button type="button" className="min-h-6 underline" onClick={() => onChange(() => null)}>
          Remove the price list
        </button>
      </div>
    </li>
  );

  function putDiscount(index: number, next: Partial<PriceList["discounts"][number]>) {
    onChange((now) => ({
      ...now,
      discounts: now.discounts.map((one, at) => (at === index ? { ...one, ...next } : one)),
    }));
  }
}

/** A finishing under a name that no other has. */
function freshFinish({ lines }: PriceList): string {
  const names = new Set(lines.map(({ finish }) => finish));
  let number = 1;
  while (names.has(`finishing ${number}`)) number += 1;
  return `finishing ${number}`;
}

/** A price: of what, per what, how much, and at least how much. */
function Line(props: {
  line: PriceLine;
  list: PriceList;
  first: boolean;
  onPut: (next: Partial<PriceLine> | null) => void;
}) {
  const { line, list, first, onPut } = props;
  const media = useReference().data?.media ?? [];
  const { edges } = useOptions();
  const label = (word: string) => (first ? word : "");
  return (
    <li className="price-line" aria-label={line.finish || line.size || line.medium || "any print"}>
      {line.finish ? (
        <KeptText
          label={label("What is done")}
          ariaLabel="What is done"
          value={line.finish}
          most={80}
          needed
          className="col-span-3"
          onPut={(finish) => onPut({ finish })}
        />
      ) : (
        <>
          <KeptText
            label={label("Size")}
            ariaLabel="Size"
            value={line.size}
            most={60}
            onPut={(size) => onPut({ size })}
          />
          <label>
            {label("Medium")}
            <select
              className="field mt-0.5"
              aria-label="Medium"
              value={line.medium}
              onChange={({ target }) => onPut({ medium: target.value })}
            >
              <option value="">any</option>
              {line.medium && !media.some(({ name }) => name === line.medium) && (
                <option value={line.medium}>{line.medium}</option>
              )}
              {media.map(({ name }) => (
                <option key={name} value={name}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <label>
            {label("Edge")}
            <select
              className="field mt-0.5"
              aria-label="Edge"
              value={line.edge}
              onChange={({ target }) => onPut({ edge: target.value })}
            >
              <option value="">any</option>
              {edges.map(({ value, label: word }) => (
                <option key={value} value={value}>
                  {word.toLowerCase()}
                </option>
              ))}
            </select>
          </label>
        </>
      )}
      <KeptText
        label={label(`Price, ${list.currency}`)}
        ariaLabel="Price"
        value={line.price}
        most={20}
        needed
        onPut={(price) => onPut({ price })}
      />
      <label>
        {label("for")}
        <select
          className="field mt-0.5"
          aria-label="for"
          value={line.per}
          onChange={({ target }) => onPut({ per: target.value as PriceLine["per"] })}
        >
          {PER.map(({ value, label: word }) => (
            <option key={value} value={value}>
              {word}
            </option>
          ))}
        </select>
      </label>
      <KeptText
        label={label("At least")}
        ariaLabel="At least"
        value={line.least}
        most={20}
        needed
        onPut={(least) => onPut({ least })}
      />
      <button
        type="button"
        className="min-h-8 underline"
        aria-label={`Remove the price of ${line.finish || line.size || line.medium || "any print"}`}
        onClick={() => onPut(null)}
      >
        Remove
      </button>
    </li>
  );
}
