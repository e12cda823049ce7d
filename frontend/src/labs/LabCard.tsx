import type { Lab, LabSize } from "../api/types";
import { useOptions } from "../api/useReference";
import { mmOf } from "../drawing/typedLength";
import { Check } from "../fields/Check";
import { KeptLength } from "../fields/KeptLength";
import { KeptNumber } from "../fields/KeptNumber";
import { KeptText } from "../fields/KeptText";
import { useProfiles } from "../profiles/useProfiles";
import { usePreferences } from "../session/useSession";
import { Pick } from "../shell/Pick";
import { typeset } from "../shell/typeset";
import "../devices/devices.css";

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
  const inks = profiles.some(({ key, space }) => key === lab.profile && space === "cmyk");
  const { unit } = usePreferences().account;
  const largest = Math.max(
    ...lab.sizes.map(({ width, height }) => Math.max(mmOf(width) ?? 0, mmOf(height) ?? 0)),
  );
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
      <p>{typeset(inWords(lab, formats, profiles))}</p>
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
          label="Resamples to, ppi"
          min={50}
          max={2880}
          step={10}
          empty="nothing"
          value={lab.grid_ppi}
          onPut={(grid_ppi) => put({ grid_ppi: grid_ppi === null ? null : Math.round(grid_ppi) })}
        />
        <KeptNumber
          label="Longest side, px"
          min={100}
          max={200_000}
          step={100}
          empty="any"
          value={lab.most_px}
          onPut={(most_px) => put({ most_px: most_px === null ? null : Math.round(most_px) })}
        />
        <KeptNumber
          label="Largest file, MB"
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
        {(inks || lab.ink_limit !== null) && (
          <KeptNumber
            label="Most ink in all, %"
            min={50}
            max={400}
            step={10}
            empty="any"
            value={lab.ink_limit}
            onPut={(ink_limit) => put({ ink_limit })}
          />
        )}
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
          <li key={size.key || index} className="lab-size" aria-label={`${size.width} × ${size.height}`}>
            <SizeDrawing size={size} largest={largest} />
            <KeptLength
              unit={unit}
              label={index === 0 ? "Width" : ""}
              ariaLabel="Width"
              value={size.width}
              onPut={(width) => change(index, { width })}
            />
            <KeptLength
              unit={unit}
              label={index === 0 ? "Height" : ""}
              ariaLabel="Height"
              value={size.height}
              onPut={(height) => change(index, { height })}
            />
            <KeptLength
              unit={unit}
              label={index === 0 ? "Bleed" : ""}
              ariaLabel="Bleed"
              value={size.bleed}
              onPut={(bleed) => change(index, { bleed })}
            />
            <KeptNumber
              label={index === 0 ? `Price${props.currency ? `, ${props.currency}` : ""}` : ""}
              ariaLabel="Price"
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

/** What becomes of a file there, in a sentence. */
function inWords(
  lab: Lab,
  formats: readonly { value: string; label: string }[],
  profiles: readonly { key: string; name: string }[],
): string {
  const kinds = formats
    .filter(({ value }) => lab.formats.some((one) => one === value))
    .map(({ label }) => label);
  const profile =
    lab.profile === "srgb" ? "sRGB" : (profiles.find(({ key }) => key === lab.profile)?.name ?? lab.profile);
  const fits = { "crops-centre": "crops from the centre", pads: "pads with white", refuses: "sends back" }[
    lab.fits
  ];
  return [
    `Takes ${kinds.join(", ") || "any file"} in ${profile}, ${fits} what has another ratio`,
    lab.grid_ppi === null ? "leaves the pixels alone" : `resamples to ${lab.grid_ppi} ppi`,
    lab.sharpens ? "sharpens" : "",
    lab.borders ? "prints a border of its own" : "",
  ]
    .filter(Boolean)
    .join(", ")
    .concat(lab.days ? `; ${lab.days} days.` : ".");
}

/** A size, all of a lab to one scale, with the bleed that it asks for. */
function SizeDrawing({ size, largest }: { size: LabSize; largest: number }) {
  const scale = 30 / Math.max(1, largest);
  const [w, h] = [(mmOf(size.width) ?? 0) * scale, (mmOf(size.height) ?? 0) * scale];
  const bleed = (mmOf(size.bleed) ?? 0) > 0 ? 2 : 0;
  return (
    <svg width={36} height={36} aria-hidden>
      {bleed > 0 && (
        <rect
          x={17 - w / 2 - bleed}
          y={35 - h - 2 * bleed}
          width={w + 2 * bleed}
          height={h + 2 * bleed}
          className="feed-overspray"
        />
      )}
      <rect x={17 - w / 2} y={35 - h - bleed} width={w} height={h} className="feed-paper" />
    </svg>
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
