import { useRef } from "react";
import type { BatchState, Plan } from "../api/types";
import { useOptions, useReference } from "../api/useReference";
import { DeviceField } from "../devices/DeviceField";
import { ProfileField } from "../profiles/ProfileField";
import { LengthField } from "../fields/LengthField";
import { NumberField } from "../fields/NumberField";
import { usePreferences } from "../session/useSession";
import { Pick } from "../shell/Pick";

export type Shared = BatchState["shared"];
type Edge = Plan["edge"];

export const FIRST_SHARED: Shared = {
  format: "jpeg",
  ppi: null,
  medium: { name: "satin photo paper", key: null, factor: 1, spread: null },
  edge: { kind: "none" },
  padding: null,
  method: "careful",
  denoise: 0,
  cmyk: "ask",
  profile: null,
  intent: "perceptual",
  black_point: true,
};
const CMYK = [
  { value: "ask", label: "Not made" },
  { value: "press", label: "As a general press" },
] as const;

/** What all prints of a batch share: medium, edge, padding, and the files. */
export function SharedFields(props: {
  value: Shared;
  /** Whether a picture is there whose inks are written nowhere. */
  untagged?: boolean;
  onChange: (value: Shared) => void;
}) {
  const { value, onChange } = props;
  const media = useReference().data?.media ?? [];
  const { formats, methods, edges } = useOptions();
  const shared = edges.filter(({ ofMany }) => ofMany);
  const { account } = usePreferences();
  const before = useRef(value);
  const edge = value.edge as Edge;
  const set = (part: Partial<Shared>) => onChange({ ...value, ...part });
  const typing = {
    onStart: () => {
      before.current = value;
    },
    onBack: () => onChange(before.current),
    onDone: () => undefined,
  };
  const length = (label: string, text: string, put: (length: string) => Edge) => (
    <LengthField
      label={label}
      narrow
      value={text}
      unit={account.unit}
      purpose="edge"
      keeps="batch"
      {...typing}
      onRead={(read) => set({ edge: put(read) })}
    />
  );
  return (
    <>
      <label className="block">
        Printed on
        <select
          className="field mt-0.5"
          value={value.medium.name}
          onChange={(event) => {
            const medium = media.find((item) => item.name === event.target.value);
            if (medium) set({ medium: { ...medium } });
          }}
        >
          {!media.some((item) => item.name === value.medium.name) && <option>{value.medium.name}</option>}
          {media.map((item) => (
            <option key={item.name}>{item.name}</option>
          ))}
        </select>
      </label>
      <div className="flex flex-wrap items-center justify-between gap-2">
        Edge
        <Pick
          label="Edge of every print"
          about="choice:edge"
          options={shared}
          value={edge.kind}
          onPick={(kind) => {
            const first = shared.find(({ value }) => value === kind)?.ofMany?.[account.unit];
            if (first) set({ edge: first });
          }}
        />
      </div>
      {edge.kind === "border" &&
        length("Every side", edge.left, (wide) => ({
          ...edge,
          left: wide,
          top: wide,
          right: wide,
          bottom: wide,
        }))}
      {edge.kind === "bleed" && length("Bleed all round", edge.bleed, (bleed) => ({ ...edge, bleed }))}
      {edge.kind === "wrap" && (
        <>
          {length("Stretcher depth", edge.depth, (depth) => ({ ...edge, depth }))}
          {length("Staple allowance", edge.turn, (turn) => ({ ...edge, turn }))}
        </>
      )}
      <label className="flex items-center justify-between gap-2">
        Background around uncropped pictures
        <input
          type="color"
          className="h-7 w-10 cursor-pointer"
          value={value.padding ?? "#ffffff"}
          onChange={(event) => set({ padding: event.target.value })}
        />
      </label>
      <div className="flex items-center justify-between gap-2">
        Files
        <Pick
          label="Format"
          about="word:format"
          options={formats}
          value={value.format}
          onPick={(format) => set({ format })}
        />
      </div>
      <NumberField
        narrow
        label={
          <>
            Pixels per inch <span className="soft">empty keeps every pixel</span>
          </>
        }
        unit="ppi"
        min={1}
        max={10000}
        step={1}
        empty="kept"
        placeholder="kept"
        inputClass="!w-24"
        value={value.ppi ?? null}
        keeps="batch"
        {...typing}
        onRead={(ppi) => set({ ppi })}
      />
      {/* Always there: a row that came and went would push the main button from under the hand. */}
      <div className="flex min-h-[3.65rem] flex-col gap-1.5 *:self-start">
        <span>Enlarged {value.ppi == null && <span className="soft">where a ppi is set</span>}</span>
        <Pick
          label="How prints with too few pixels are enlarged"
          about="choice:method"
          options={methods}
          value={value.method}
          onPick={(method) => set({ method })}
        />
      </div>
      <NumberField
        narrow
        label="Noise reduction, %"
        unit="%"
        min={0}
        max={100}
        step={5}
        inputClass="!w-24"
        value={Math.round(value.denoise * 100)}
        keeps="batch"
        {...typing}
        onRead={(share) => set({ denoise: (share ?? 0) / 100 })}
      />
      <ProfileField
        output={{ profile: value.profile ?? "srgb", intent: value.intent, black_point: value.black_point }}
        medium={value.medium.name}
        own={false}
        onChange={({ profile, ...colours }) =>
          set({
            ...colours,
            ...(profile !== undefined && { profile: typeof profile === "string" ? null : profile }),
          })
        }
      />
      <DeviceField
        value={value.device ? { borderless: null, used: null, ...value.device } : null}
        onChange={(chosen) =>
          set({
            device: chosen && { key: chosen.key, feed: chosen.feed, borderless: chosen.borderless },
          })
        }
      />
      {props.untagged && (
        <div className="flex items-center justify-between gap-3">
          CMYK without a profile
          <Pick
            label="CMYK pictures without a profile"
            about="word:cmyk"
            options={CMYK}
            value={value.cmyk}
            onPick={(cmyk) => set({ cmyk })}
          />
        </div>
      )}
    </>
  );
}
