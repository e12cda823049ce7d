import type { CSSProperties } from "react";
import type { Rail } from "../api/types";
import type { About } from "../legend/useLegend";
import { typeset } from "../shell/typeset";
import type { Span } from "./railScale";

const percent = (share: number) => `${share * 100}%`;

/** A mark above the rail; without words where they would meet others. */
export function Flag(props: { share: number; text: string; about: About; met: boolean; strong?: boolean }) {
  const style: CSSProperties = { left: percent(props.share) };
  return (
    <div
      className="rail-flag"
      data-legend={props.about}
      data-strong={props.strong || undefined}
      data-met={props.met || undefined}
      style={style}
    >
      {!props.met && <span>{typeset(props.text)}</span>}
    </div>
  );
}

/** Where people of one kind stand, right above the rail. */
export function Stretch(props: { span: Span; text: string; met: boolean }) {
  const [from, to] = props.span;
  return (
    <div className="rail-stretch" style={{ left: percent(from), width: percent(to - from) }}>
      {!props.met && <span>{typeset(props.text)}</span>}
    </div>
  );
}

/** Past the room's end nobody stands. */
export function RoomEnd({ share, text }: { share: number; text: string }) {
  return (
    <div className="rail-room" data-legend="word:room" style={{ left: percent(share) }} title={text}>
      {share < 0.8 && <span>{typeset(text)}</span>}
    </div>
  );
}

/** Every school with the distance from which it is content; those that never are, or anywhere, come first. */
export function SchoolLines({
  schools,
  shareOf,
}: {
  schools: Rail["schools"];
  shareOf: (mm: number) => number;
}) {
  return (
    <ul className="rail-schools" aria-label="From where each criterion is met">
      {schools.map(({ id, label, at_mm, text }) => {
        const share = at_mm ? shareOf(at_mm) : at_mm === 0 ? 0 : 1;
        return (
          <li key={id}>
            {at_mm != null && at_mm > 0 && (
              <i className="rail-school" style={{ left: percent(share) }} aria-hidden />
            )}
            <span
              className="rail-school-word"
              data-legend={`word:judge-${id}`}
              data-side={share > 0.8 ? "left" : "right"}
              style={{ left: percent(share) }}
            >
              {label} <b className="figure">{typeset(text)}</b>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
