import { useRef } from "react";
import { typeset } from "../../shell/typeset";
import { usePlanStore } from "../planStore";
import type { SheetProps } from "./types";

export function PictureSheet({ print, plan }: SheetProps) {
  const { picture } = print;
  const change = usePlanStore((store) => store.change);
  const settle = usePlanStore((store) => store.settle);
  const before = useRef("");
  const rows: [string, string][] = [
    ["File", picture.name],
    ["Pixels", `${picture.width_px} × ${picture.height_px} px`],
    ["Kind", `${picture.format}, ${picture.bits} bits, ${channels(picture.channels)}`],
    ["On disk", picture.size_text],
    ["Profile", picture.profile || "none, taken as sRGB"],
    ["Camera", picture.camera || "not said"],
    ["Taken", picture.taken || "not said"],
    ["SHA-256", `${picture.sha256.slice(0, 16)}…`],
  ];
  return (
    <div className="space-y-3">
      <label className="block">
        Title of the print
        <input className="field mt-0.5" maxLength={200} value={plan.title ?? ""} dir="auto"
          onFocus={() => {
            before.current = plan.title ?? "";
          }}
          onChange={(event) => change({ title: event.target.value }, true)}
          onBlur={settle}
          onKeyDown={(event) => {
            if (event.key === "Escape") change({ title: before.current }, true);
            if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
          }} />
      </label>
      <dl className="grid grid-cols-[70px_1fr] gap-x-3 gap-y-1">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="soft">{name}</dt>
            <dd className="min-w-0 break-words" title={name === "SHA-256" ? picture.sha256 : undefined}>
              {typeset(value)}
            </dd>
          </div>
        ))}
      </dl>
      <p className="finding" data-level="note">
        {picture.ppi_tag
          ? `The file is tagged ${typeset(`${picture.ppi_tag} ppi`)}. The tag changes no pixel and says nothing about a print.`
          : "The file carries no ppi tag, and needs none: only pixels count."}
      </p>
      <p className="soft">
        The master file is never changed. Focus, noise and exposure are not judged here: look at the
        picture itself first.
      </p>
    </div>
  );
}

function channels(count: number): string {
  return count === 1 ? "grey" : count === 4 ? "CMYK" : "colour";
}
