import { useState } from "react";
import type { ChangeDone, GivenShown, JobRow } from "../api/types";
import { LongListInBox } from "../drawing/LongList";
import { scaleFor, SheetInSmall } from "../drawing/SheetInSmall";
import { Check } from "../fields/Check";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { giveSettings, setStandard, useCounterChange, useSettingsPreview, type Setting } from "./useCounter";

const SETTINGS: readonly [Setting, string][] = [
  ["size", "Size"],
  ["edge", "Edge"],
  ["medium", "Medium"],
  ["distance", "Distance"],
  ["pixels", "Pixels"],
  ["file", "File and device"],
];
const ROOM: [number, number] = [60, 44];

/** Settings of one print for others: looked at first, print by print, and given at once. */
export function GiveSettings(props: {
  job: number;
  /** Prints that they may be of: those that are listed, the first chosen one before all others. */
  sources: readonly JobRow[];
  /** Those that get them; null is all others of the job. */
  ids: number[] | null;
  which: Setting[];
  onClose: () => void;
  onGiven: (change: ChangeDone) => void;
}) {
  const { job, sources } = props;
  const [of, setOf] = useState(sources[0]?.id ?? null);
  const [which, setWhich] = useState(props.which);
  const [all, setAll] = useState(props.ids === null);
  const ids = all ? null : (props.ids ?? []);
  const preview = useSettingsPreview(job, { of, which, ids });
  const give = useCounterChange(giveSettings);
  const standard = useCounterChange(setStandard);
  const { items, total, whole } = preview;
  const changing = items.filter(({ changes, problem }) => changes && !problem).length;
  const cannot = items.filter(({ problem }) => problem).length;
  // What does not fit stands before what does, so that nobody has to look for it among hundreds.
  const rows = [...items.filter(({ problem }) => problem), ...items.filter(({ problem }) => !problem)];
  return (
    <Dialog title="Give prints the settings of another" wide onClose={props.onClose}>
      <div className="grid gap-4 md:grid-cols-[15rem_minmax(0,1fr)]">
        <div className="space-y-3">
          <label className="block">
            Settings of
            <select
              className="field mt-1"
              value={of ?? ""}
              onChange={({ target }) => setOf(target.value ? Number(target.value) : null)}
            >
              {sources.map((row) => (
                <option key={row.id} value={row.id}>
                  {`${row.number} ${row.title || "untitled"}, ${row.size_text}`}
                </option>
              ))}
              <option value="">the standard for new prints</option>
            </select>
          </label>
          <fieldset>
            <legend className="soft">What goes along</legend>
            {SETTINGS.map(([name, word]) => (
              <Check
                key={name}
                label={word}
                checked={which.includes(name)}
                onChange={(on) => setWhich(on ? [...which, name] : which.filter((one) => one !== name))}
              />
            ))}
          </fieldset>
          <Check label="For all prints of the job" checked={all} onChange={setAll} />
          <p className="soft text-[13px]">
            Keep zones, rotation, captions and titles stay each print’s own; a crop is placed anew by its
            zones where the window changes, and a size lies as each picture does.
          </p>
          <p className="space-x-3 text-[13px]">
            {(["job", "account"] as const).map((where) => (
              <button
                key={where}
                type="button"
                className="min-h-6 underline"
                disabled={of === null || !which.length || standard.isPending}
                onClick={() => standard.mutate({ job, of, which, where })}
              >
                {where === "job" ? "Standard for new prints of this job" : "of all jobs"}
              </button>
            ))}
            {standard.isSuccess && <span role="status">It is from now on.</span>}
          </p>
        </div>
        <div className="min-w-0">
          <p role="status" className="font-semibold">
            {!which.length
              ? "Choose what goes along."
              : total === undefined
                ? "Working it out…"
                : whole
                  ? typeset(
                      `${changing} of ${total} ${total === 1 ? "print" : "prints"} would change${cannot ? `, ${cannot} cannot` : ""}.`,
                    )
                  : typeset(`${items.length} of ${total} are looked at, the others follow…`)}
          </p>
          <LongListInBox
            className="mt-1 h-96"
            label="What would become of each"
            items={rows}
            keyOf={({ id }) => id}
            rowHeight={64}
          >
            {(one) => <WouldBecome one={one} />}
          </LongListInBox>
          {(preview.query.error ?? give.error ?? standard.error) && (
            <Problem message={(preview.query.error ?? give.error ?? standard.error)?.message ?? ""} />
          )}
          <button
            type="button"
            className="strong-button mt-3"
            disabled={!which.length || !changing || !whole || give.isPending}
            onClick={() =>
              give.mutate(
                { job, of, which, ids },
                {
                  onSuccess: (change) => {
                    props.onGiven(change);
                    props.onClose();
                  },
                },
              )
            }
          >
            {give.isPending
              ? "Giving them…"
              : typeset(whole ? `Give them to ${changing}` : "Looking at all of them…")}
          </button>
        </div>
      </div>
    </Dialog>
  );
}

/** A print as it would be, and what would change; where it cannot have the settings, why. */
function WouldBecome({ one }: { one: GivenShown }) {
  return (
    <div className="given-row">
      {one.drawing ? (
        <SheetInSmall
          loss={false}
          room={ROOM}
          scale={scaleFor([one.drawing], ROOM)}
          drawing={one.drawing}
          proof={`/api/pictures/${one.picture_id}/small.jpg`}
        />
      ) : (
        <span />
      )}
      <span className="min-w-0">
        <b className="block truncate font-semibold" dir="auto">
          {one.title}
        </b>
        <span className="soft block">
          {one.problem
            ? ""
            : one.changes
              ? typeset(one.before === one.after ? one.after : `${one.before} → ${one.after}`)
              : "has them already"}
        </span>
        {one.problem && (
          <span className="block font-semibold">{typeset(`It stays as it is: ${one.problem}.`)}</span>
        )}
        {one.told.map((text) => (
          <span key={text} className="block text-[13px]" style={{ color: "var(--look)" }}>
            {typeset(text)}
          </span>
        ))}
      </span>
    </div>
  );
}
