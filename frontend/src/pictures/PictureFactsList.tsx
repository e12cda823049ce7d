import type { PictureFacts } from "../api/types";
import { typeset } from "../shell/typeset";
import { VERDICTS } from "./verdicts";
import { MeasuredList } from "./MeasuredList";

/** What is known of a picture's file. */
export function PictureFactsList({ picture }: { picture: PictureFacts }) {
  const rows: [string, string][] = [
    ["File", picture.name],
    ["Pixels", `${picture.width_px} × ${picture.height_px} px`],
    ["Kind", `${picture.format}, ${picture.bits} bits, ${channels(picture.channels)}`],
    ["On disk", picture.size_text],
    ["Profile", picture.profile || noProfile(picture)],
    ["Camera", picture.camera || "not said"],
    ["Taken", picture.taken || "not said"],
    ...found(picture),
    ["SHA-256", `${picture.sha256.slice(0, 16)}…`],
  ];
  return (
    <div className="space-y-3">
      <dl className="grid grid-cols-[92px_1fr] gap-x-3 gap-y-1">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="soft">{name}</dt>
            <dd
              className="min-w-0 [overflow-wrap:anywhere]"
              dir={name === "File" ? "auto" : undefined}
              title={name === "SHA-256" ? picture.sha256 : undefined}
            >
              {typeset(value)}
            </dd>
          </div>
        ))}
      </dl>
      <MeasuredList picture={picture.id} />
      <p className="finding" data-level="note">
        {picture.ppi_tag
          ? `The file is tagged ${typeset(`${picture.ppi_tag} ppi`)}. The tag changes no pixel and says nothing about a print.`
          : "The file carries no ppi tag, and needs none: only pixels count."}
      </p>
    </div>
  );
}

/** What its owner found when looking at it, where anything was. */
function found({ verdict, note }: PictureFacts): [string, string][] {
  const word = verdict in VERDICTS ? VERDICTS[verdict as keyof typeof VERDICTS] : "";
  return word || note ? [["Your judgement", [word, note].filter(Boolean).join(": ")]] : [];
}

function noProfile({ channels }: PictureFacts): string {
  return channels === 4 ? "none: each print asks what its inks are taken for" : "none, taken as sRGB";
}

function channels(count: number): string {
  return count === 1 ? "grey" : count === 4 ? "CMYK" : "colour";
}
