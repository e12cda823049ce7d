import { What } from "../legend/What";
import type { Finding } from "../api/types";
import { scaleFor, SheetInSmall } from "../drawing/SheetInSmall";
import { typeset } from "../shell/typeset";
import { Link } from "react-router";
import type { Fix } from "./fix";

const WORD = { note: "Note", warn: "Check", stop: "Stop" } as const;
/** What starts from a print and cures something, by the word of its address. */
const PLACES: Record<string, string> = {
  rescue: "To the rescue bench",
  colour: "Look at it on paper",
  exposure: "Make the exposure strip",
};
const ROOM = [92, 62] as const;

/** What a careful colleague would point out, each with the one click that cures it, or several. */
export function FindingList(props: {
  findings: Finding[];
  proof?: string;
  /** Where the places lie that start from this print. */
  places?: string;
  onFix: (fix: Fix) => void;
}) {
  const { findings, proof, places, onFix } = props;
  const keys = keysOf(findings);
  return (
    <div aria-live="polite" className="space-y-2" style={findings.length ? undefined : { marginTop: -10 }}>
      {findings.map((finding, index) => (
        <div key={keys[index]} className="finding" data-level={finding.level} data-finding={finding.id}>
          {finding.drawing && proof && <Drawn drawing={finding.drawing} proof={proof} />}
          <p>
            <What about={`finding:${finding.id}`}>
              <b>{`${WORD[finding.level]}.`}</b>
            </What>{" "}
            {typeset(finding.text)}{" "}
            {finding.fix && (
              <button
                type="button"
                className="font-semibold underline"
                onClick={() => onFix(finding.fix as Fix)}
              >
                {finding.fix_label ?? "Fix it"}
              </button>
            )}
            {finding.place && places && (
              <Link className="font-semibold underline" to={`${places}/${finding.place}`}>
                {PLACES[finding.place] ?? finding.place}
              </Link>
            )}
          </p>
          {finding.ways && (
            <ul className="mt-1 space-y-1" aria-label="What can be done">
              {finding.ways.map((way) => (
                <li key={way.label}>
                  <button
                    type="button"
                    className="min-h-6 text-left font-semibold underline"
                    onClick={() => onFix(way.fix as Fix)}
                  >
                    {typeset(way.label)}
                  </button>
                  <span className="soft">: {typeset(way.text)}</span>
                </li>
              ))}
            </ul>
          )}
        </div>
      ))}
    </div>
  );
}

/** Each finding's own key, the same wherever it stands: one that comes or goes above must not make the
 * button of another anew while it is being pressed. */
function keysOf(findings: Finding[]): string[] {
  const met = new Map<string, number>();
  return findings.map(({ id }) => {
    const before = met.get(id) ?? 0;
    met.set(id, before + 1);
    return `${id} ${before}`;
  });
}

function Drawn({ drawing, proof }: { drawing: NonNullable<Finding["drawing"]>; proof: string }) {
  return (
    <span className="float-right ml-2">
      <SheetInSmall drawing={drawing} proof={proof} room={ROOM} scale={scaleFor([drawing], ROOM)} />
    </span>
  );
}
