import type { Device, DeviceFeed, DeviceMedium } from "../api/types";
import { useReference } from "../api/useReference";
import { useProfiles } from "../profiles/useProfiles";
import { Check } from "../fields/Check";
import { KeptNumber } from "../fields/KeptNumber";
import { KeptText } from "../fields/KeptText";
import { What } from "../legend/What";
import { Pick } from "../shell/Pick";
import { FeedRow } from "./FeedRow";

const KINDS = [
  { value: "sheet", label: "cut sheets" },
  { value: "roll", label: "rolls" },
  { value: "office", label: "office" },
] as const;
const CORRECTS = [
  { value: "no", label: "stop the print" },
  { value: "yes", label: "correct the file" },
] as const;
const MARGINS = { left: "5 mm", top: "5 mm", right: "5 mm", bottom: "5 mm" };
const FEED: Omit<DeviceFeed, "name" | "width"> = {
  key: "", height: null, most_length: null, margins: MARGINS, face: "towards-you", borderless: false, overspray: "0 mm",
  scale_x: 1, scale_y: 1, offset_x: 0, offset_y: 0, measured: "",
}; // oxfmt-ignore

/** A device: its grids, its feeds, the media that go through it, and what its driver does unasked. */
export function DeviceCard(props: {
  device: Device;
  /** Changes the device as it stands when that is done; null takes it out. */
  onChange: (by: (device: Device) => Device | null) => void;
}) {
  const { device, onChange } = props;
  const put = (part: Partial<Device>) => onChange((now) => ({ ...now, ...part }));
  const { quirks, checks } = useReference().data ?? { quirks: [], checks: [] };
  const toggled = <T extends string>(list: readonly T[], one: T, on: boolean): T[] =>
    on ? [...list, one] : list.filter((held) => held !== one);
  return (
    <li className="panel space-y-3 p-3" aria-label={device.name}>
      <div className="flex flex-wrap items-end gap-3">
        <KeptText
          label="Device"
          className="flex-[1_1_12rem]"
          value={device.name}
          most={120}
          needed
          onPut={(name) => put({ name })}
        />
        <KeptText
          label="Native grids, ppi"
          className="w-36"
          value={device.native_ppi.join(", ")}
          most={40}
          onPut={(text) => put({ native_ppi: grids(text) })}
        />
        <Pick
          label={`What ${device.name} takes`}
          options={KINDS}
          value={device.kind}
          onPick={(kind) => put({ kind })}
        />
      </div>
      <ul className="space-y-2" aria-label={`Feeds of ${device.name}`}>
        {device.feeds.map((feed, index) => (
          <FeedRow
            key={feed.key || index}
            device={device}
            feed={feed}
            onChange={(next) =>
              onChange((now) => ({
                ...now,
                feeds: now.feeds.map((one, at) => (at === index ? { ...one, ...next } : one)),
              }))
            }
            onRemove={() => onChange((now) => ({ ...now, feeds: now.feeds.filter((_, at) => at !== index) }))}
          />
        ))}
      </ul>
      <MediaOfDevice device={device} onChange={onChange} />
      <div className="grid gap-x-4 gap-y-1 md:grid-cols-2">
        {quirks.map(({ id, label, says }) => (
          <span key={id} title={says}>
            <Check
              label={label}
              checked={device.quirks.some((one) => one === id)}
              onChange={(on) => put({ quirks: toggled(device.quirks, id as Device["quirks"][number], on) })}
            />
          </span>
        ))}
        {checks.map(({ id, label, says }) => (
          <span key={id} title={says}>
            <Check
              label={`${label} before a print that counts`}
              checked={device.checks.some((one) => one === id)}
              onChange={(on) => put({ checks: toggled(device.checks, id as Device["checks"][number], on) })}
            />
          </span>
        ))}
      </div>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <span className="flex items-center">
          A measured scale other than 100 %
          <What about="word:driver-scale" />
        </span>
        <Pick
          label={`What a measured scale of ${device.name} does`}
          options={CORRECTS}
          value={device.corrects ? "yes" : "no"}
          onPick={(corrects) => put({ corrects: corrects === "yes" })}
        />
      </div>
      <KeptText label="Notes" value={device.notes} most={1000} onPut={(notes) => put({ notes })} />
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="plain-button"
          onClick={() =>
            onChange((now) => ({
              ...now,
              feeds: [...now.feeds, { ...FEED, name: "A4", width: "21 cm", height: "29.7 cm" }],
            }))
          }
        >
          Another sheet
        </button>
        <button
          type="button"
          className="plain-button"
          onClick={() =>
            onChange((now) => ({ ...now, feeds: [...now.feeds, { ...FEED, name: "roll", width: "61 cm" }] }))
          }
        >
          Another roll
        </button>
        <span className="flex-1" />
        <button type="button" className="min-h-6 underline" onClick={() => onChange(() => null)}>
          Remove the device
        </button>
      </div>
    </li>
  );
}

/** `300, 600` as numbers; what is none is left out. */
const grids = (text: string): number[] =>
  [...text.matchAll(/\d+/g)].map(([digits]) => Number(digits)).filter((ppi) => ppi >= 72 && ppi <= 2880);

/** Which media go through, by which profile, and what the dialog calls each. */
function MediaOfDevice(props: { device: Device; onChange: (by: (device: Device) => Device) => void }) {
  const { device, onChange } = props;
  const media = useReference().data?.media ?? [];
  const profiles = useProfiles().data?.filter(({ prints }) => prints) ?? [];
  const change = (index: number, next: Partial<DeviceMedium> | null) =>
    onChange((now) => ({
      ...now,
      media: now.media.flatMap((one, at) => (at === index ? (next ? [{ ...one, ...next }] : []) : [one])),
    }));
  const free = media.find(({ key }) => !device.media.some(({ stock }) => stock === key));
  return (
    <div className="space-y-1.5">
      <ul className="space-y-1" aria-label={`Media of ${device.name}`}>
        {device.media.map((one, index) => {
          const name = media.find(({ key }) => key === one.stock)?.name ?? "not in stock";
          return (
            <li key={index} className="device-medium">
              <select
                className="field"
                aria-label={`Medium ${index + 1} of ${device.name}`}
                value={one.stock}
                onChange={({ target }) => change(index, { stock: target.value })}
              >
                {!media.some(({ key }) => key === one.stock) && <option value={one.stock}>{name}</option>}
                {media.map(({ key, name: called }) => (
                  <option key={key} value={key}>
                    {called}
                  </option>
                ))}
              </select>
              <select
                className="field"
                aria-label={`Profile for ${name} on ${device.name}`}
                value={one.profile}
                onChange={({ target }) => change(index, { profile: target.value })}
              >
                <option value="">no profile</option>
                {one.profile && !profiles.some(({ key }) => key === one.profile) && (
                  <option value={one.profile}>{`${one.profile} (not here)`}</option>
                )}
                {profiles.map(({ key, name: called }) => (
                  <option key={key} value={key}>
                    {called}
                  </option>
                ))}
              </select>
              <Setting
                label={`Setting for ${name} in the dialog of ${device.name}`}
                value={one.setting}
                onPut={(setting) => change(index, { setting })}
              />
              {(one.ink_limit !== null ||
                profiles.some(({ key, space }) => key === one.profile && space === "cmyk")) && (
                <KeptNumber
                  ariaLabel={`Most ink in all on ${name}, %`}
                  label=""
                  min={50}
                  max={400}
                  step={10}
                  unit="%"
                  empty="any ink"
                  value={one.ink_limit}
                  onPut={(ink_limit) => change(index, { ink_limit })}
                />
              )}
              <button
                type="button"
                className="min-h-6 underline"
                aria-label={`${name} on ${device.name}: remove`}
                onClick={() => change(index, null)}
              >
                Remove
              </button>
            </li>
          );
        })}
      </ul>
      {free && (
        <button
          type="button"
          className="min-h-6 underline"
          onClick={() =>
            onChange((now) => ({
              ...now,
              media: [...now.media, { stock: free.key, profile: "", setting: "", ink_limit: null }],
            }))
          }
        >
          Another medium
        </button>
      )}
    </div>
  );
}

/** What a dialog calls a medium; its label is for those who do not see the row. */
function Setting(props: { label: string; value: string; onPut: (text: string) => void }) {
  return (
    <input
      className="field"
      aria-label={props.label}
      placeholder="called in the dialog"
      maxLength={120}
      dir="auto"
      key={props.value}
      defaultValue={props.value}
      onBlur={({ target }) => target.value.trim() !== props.value && props.onPut(target.value.trim())}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") event.currentTarget.value = props.value;
      }}
    />
  );
}
