import type { Lab, LabSize } from "../api/types";
import { useOptions } from "../api/useReference";
import { Check } from "../fields/Check";
import { KeptLength } from "../fields/KeptLength";
import { KeptNumber } from "../fields/KeptNumber";
import { KeptText } from "../fields/KeptText";
import { useProfiles } from "../profiles/useProfiles";
import { usePreferences } from "../session/useSession";
import { Pick } from "../shell/Pick";

const FITS = [
  { value: "crops-centre", label: "crops from the centre" },
  { value: "pads", label: "pads" },
  { value: "refuses", label: "refuses" },
] as const;
const SIZE: LabSize = { key: "", width: "20 cm", height: "30 cm", bleed: "0 mm", price: null };
const BOOK: NonNullable<Lab["book"]> = {
  pages: [24, 120],
  step: 2,
  bleed: "3 mm",
  formats: [],
  files: "jpeg",
};
const MB = 1_000_000;

/** A lab: what it takes, what it does to a file, its sizes and their prices, its rules for books. */
export function LabCard(props: {
  lab: Lab;
  currency: string;
  /** Changes the lab as it stands when that is done; null takes it out. */
  onChange: (by: (lab: Lab) => Lab | null) => void;
}) {
  const { lab, onChange } = props;
  const put = (part: Partial<Lab>) => onChange((now) => ({ ...now, ...part }));
  const { formats } = useOptions();
  const profiles = useProfiles().data?.filter(({ prints }) => prints) ?? [];
  const { unit } = usePreferences().account;
  const change = (index: number, next: Partial<LabSize> | null) =>
    onChange((now) => ({
      ...now,
      sizes: now.sizes.flatMap((one, at) => (at === index ? (next ? [{ ...one, ...next }] : []) : [one])),
    }));
  return (
    <li className="panel space-y-3 p-3" aria-label={lab.name}>
      <div className="flex flex-wrap items-end gap-3">
        <KeptText
          label="Lab"
          className="flex-[1_1_12rem]"
          value={lab.name}
          most={120}
          needed
          onPut={(name) => put({ name })}
        />
        <span className="w-24">
          <KeptNumber
            label="Days"
            min={0}
            max={365}
            step={1}
            value={lab.days}
            onPut={(days) => days !== null && put({ days: Math.round(days) })}
          />
        </span>
      </div>
      <fieldset className="flex flex-wrap items-center gap-x-4">
        <legend className="soft">It takes</legend>
        {formats.map(({ value, label }) => (
          <Check
            key={value}
            label={label}
            checked={lab.formats.includes(value)}
            onChange={(on) =>
              put({ formats: on ? [...lab.formats, value] : lab.formats.filter((one) => one !== value) })
            }
          />
        ))}
      </fieldset>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2 md:grid-cols-4">
        <KeptNumber
          label="Resamples to"
          unit="ppi"
          min={50}
          max={2880}
          step={10}
          empty="nothing"
          value={lab.grid_ppi}
          onPut={(grid_ppi) => put({ grid_ppi: grid_ppi === null ? null : Math.round(grid_ppi) })}
        />
        <KeptNumber
          label="Longest side"
          unit="px"
          min={100}
          max={200_000}
          step={100}
          empty="any"
          value={lab.most_px}
          onPut={(most_px) => put({ most_px: most_px === null ? null : Math.round(most_px) })}
        />
        <KeptNumber
          label="Largest file"
          unit="MB"
          min={0.01}
          max={1_000_000}
          step={10}
          empty="any"
          value={lab.most_bytes === null ? null : lab.most_bytes / MB}
          onPut={(most) => put({ most_bytes: most === null ? null : Math.max(1000, Math.round(most * MB)) })}
        />
        <label>
          Profile
          <select
            className="field mt-0.5"
            aria-label={`Profile that ${lab.name} wants`}
            value={lab.profile}
            onChange={({ target }) => put({ profile: target.value })}
          >
            <option value="srgb">sRGB</option>
            {lab.profile !== "srgb" && !profiles.some(({ key }) => key === lab.profile) && (
              <option value={lab.profile}>{`${lab.profile} (not here)`}</option>
            )}
            {profiles.map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span>Another ratio</span>
        <Pick
          label={`What ${lab.name} does with another ratio`}
          options={FITS}
          value={lab.fits}
          onPick={(fits) => put({ fits })}
        />
        <Check
          label="Sharpens every file"
          checked={lab.sharpens}
          onChange={(sharpens) => put({ sharpens })}
        />
        <Check
          label="Prints a border of its own"
          checked={lab.borders}
          onChange={(borders) => put({ borders })}
        />
      </div>
      <ul className="space-y-1.5" aria-label={`Sizes of ${lab.name}`}>
        {lab.sizes.map((size, index) => (
          <li key={size.key || index} className="lab-size">
            <KeptLength
              unit={unit}
              label="Width"
              value={size.width}
              onPut={(width) => change(index, { width })}
            />
            <KeptLength
              unit={unit}
              label="Height"
              value={size.height}
              onPut={(height) => change(index, { height })}
            />
            <KeptLength
              unit={unit}
              label="Bleed"
              value={size.bleed}
              onPut={(bleed) => change(index, { bleed })}
            />
            <KeptNumber
              label={`Price${props.currency ? `, ${props.currency}` : ""}`}
              min={0}
              max={1_000_000}
              step={1}
              empty="–"
              value={size.price}
              onPut={(price) => change(index, { price })}
            />
            <button
              type="button"
              className="min-h-6 self-end underline"
              aria-label={`${size.width} × ${size.height} of ${lab.name}: remove`}
              onClick={() => change(index, null)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {lab.book && <BookRules lab={lab} book={lab.book} onPut={(book) => put({ book })} />}
      <KeptText
        label="Address of its service"
        value={lab.address}
        most={300}
        onPut={(address) => put({ address })}
      />
      <KeptText label="Notes" value={lab.notes} most={1000} onPut={(notes) => put({ notes })} />
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="plain-button"
          onClick={() => onChange((now) => ({ ...now, sizes: [...now.sizes, SIZE] }))}
        >
          Another size
        </button>
        <button type="button" className="plain-button" onClick={() => put({ book: lab.book ? null : BOOK })}>
          {lab.book ? "Binds no books" : "Binds books"}
        </button>
        <span className="flex-1" />
        <button type="button" className="min-h-6 underline" onClick={() => onChange(() => null)}>
          Remove the lab
        </button>
      </div>
    </li>
  );
}

/** What it asks of a book. */
function BookRules(props: {
  lab: Lab;
  book: NonNullable<Lab["book"]>;
  onPut: (book: NonNullable<Lab["book"]>) => void;
}) {
  const { lab, book, onPut } = props;
  const { unit } = usePreferences().account;
  const [least, most] = book.pages;
  const pages = (at: 0 | 1, label: string) => (
    <KeptNumber
      label={label}
      min={1}
      max={2000}
      step={book.step}
      value={book.pages[at]}
      onPut={(count) => {
        if (count === null) return;
        const round = Math.round(count);
        onPut({
          ...book,
          pages: at === 0 ? [round, Math.max(round, most)] : [Math.min(round, least), round],
        });
      }}
    />
  );
  return (
    <fieldset className="grid grid-cols-2 items-end gap-x-3 gap-y-2 md:grid-cols-4">
      <legend className="soft">{`Books at ${lab.name}`}</legend>
      {pages(0, "Fewest pages")}
      {pages(1, "Most pages")}
      <KeptNumber
        label="By so many"
        min={1}
        max={16}
        step={1}
        value={book.step}
        onPut={(step) => step !== null && onPut({ ...book, step: Math.round(step) })}
      />
      <KeptLength
        unit={unit}
        label="Bleed of a page"
        value={book.bleed}
        onPut={(bleed) => onPut({ ...book, bleed })}
      />
    </fieldset>
  );
}
