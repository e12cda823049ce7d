import { useDeferredValue, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { LogEntry, LogRow } from "../api/types";
import "../bench/bench.css";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { useShownBelow } from "../shell/narrow";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { LogForm } from "./LogForm";
import "./trials.css";
import { queryOf, useLog, useLogChanges, useLogWords, type LogAsked } from "./useLog";

const RESULTS = [
  { value: "", label: "all" },
  { value: "open", label: "not said yet" },
  { value: "kept", label: "kept" },
  { value: "failed", label: "failed" },
] as const;
const WORD = { "": "not said yet", kept: "kept", again: "to be made again", thrown: "thrown away" };
/** More of a log than this is refused by the server, in words. */
const MOST_LOG = 5_100_000;

const BLANK: LogEntry = {
  made_on: "", print: null, version: null, title: "", size: "", file_sha256: "", device: "", device_key: "", feed: "", medium: "",
  medium_key: "", recipe: "", lab: "", copies: 1, result: "", faults: [], note: "", distance: null, judgement: "",
  light: "", dried: null, cost: null, currency: "", photographs: [],
}; // oxfmt-ignore

/** Prints that were really made: what was used, how it came out; searched, filtered, made again. */
export function LogPage() {
  const [params, setParams] = useSearchParams();
  const go = useNavigate();
  const asked: LogAsked = {
    search: params.get("search") ?? "",
    result: (params.get("result") ?? "") as LogAsked["result"],
    device: params.get("device") ?? "",
    medium: params.get("medium") ?? "",
    print: Number(params.get("print")) || null,
    job: Number(params.get("job")) || null,
  };
  const sought = useDeferredValue(asked.search);
  const log = useLog({ ...asked, search: sought });
  const words = useLogWords();
  const changes = useLogChanges();
  const [fresh, setFresh] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const row = Number(params.get("row")) || null;
  const tell = (change: Record<string, string>) => {
    const next = new URLSearchParams(params);
    for (const [name, value] of Object.entries(change)) {
      if (value) next.set(name, value);
      else next.delete(name);
    }
    setParams(next, { replace: true });
  };
  const held = useHeld(log.items, row);
  useShownBelow("worksheet", fresh ? "fresh" : (held?.id ?? null));
  const query = new URLSearchParams(
    Object.entries(queryOf(asked)).map(([name, value]) => [name, String(value)]),
  ).toString();
  const wrong = [changes.remove, changes.again, changes.bringIn].find(({ error }) => error)?.error;
  return (
    <div className="bench">
      <TopBar>
        <button
          type="button"
          className="strong-button"
          onClick={() => {
            setFresh(true);
            tell({ row: "" });
          }}
        >
          Log a print
        </button>
        <input
          ref={chooser}
          type="file"
          hidden
          accept=".csv,.json,text/csv,application/json,text/plain"
          aria-label="A log as CSV or JSON"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file)
              void file
                .slice(0, MOST_LOG)
                .text()
                .then((text) => changes.bringIn.mutate(text));
          }}
        />
      </TopBar>
      <main className="bench-middle">
        <section
          className="desk flex min-h-0 flex-col gap-3 overflow-y-auto p-4"
          aria-label="Prints"
          tabIndex={0}
        >
          <header className="flex flex-wrap items-end gap-3">
            <h1 className="flex-[1_1_8rem] text-2xl font-semibold">Log</h1>
            <label className="flex items-center gap-2">
              Find
              <input
                type="search"
                className="field !w-44"
                value={asked.search}
                onChange={(event) => tell({ search: event.target.value })}
              />
            </label>
            <Choice
              label="Device"
              none="any device"
              value={asked.device}
              of={words.data?.devices ?? []}
              onPick={(device) => tell({ device })}
            />
            <Choice
              label="Medium"
              none="any medium"
              value={asked.medium}
              of={words.data?.media ?? []}
              onPick={(medium) => tell({ medium })}
            />
            <Pick
              label="How it came out"
              options={RESULTS}
              value={asked.result as (typeof RESULTS)[number]["value"]}
              onPick={(result) => tell({ result })}
            />
            <div className="flex flex-wrap gap-2">
              <a className="plain-button inline-flex items-center" href={`/api/log.csv?${query}`} download>
                CSV
              </a>
              <a className="plain-button inline-flex items-center" href={`/api/log.json?${query}`} download>
                JSON
              </a>
              <a className="plain-button inline-flex items-center" href={`/api/log.pdf?${query}`} download>
                Contact sheet
              </a>
              <button type="button" className="plain-button" onClick={() => chooser.current?.click()}>
                Import
              </button>
            </div>
          </header>
          {wrong && <Problem message={wrong.message} />}
          {changes.bringIn.data && (
            <p role="status">{typeset(`${changes.bringIn.data.rows} prints came in.`)}</p>
          )}
          {(asked.print !== null || asked.job !== null) && (
            <p className="panel flex items-center justify-between gap-3 px-3 py-2">
              Of one {asked.print === null ? "job" : "print"} alone.
              <button
                type="button"
                className="min-h-6 underline"
                onClick={() => tell({ print: "", job: "" })}
              >
                Show all
              </button>
            </p>
          )}
          <Coming query={log.query} what="The log" />
          {log.whole && !log.items.length && <Empty asked={asked} />}
          <ul className="space-y-2">
            {log.items.map((one) => (
              <Line
                key={one.id}
                row={one}
                picked={one.id === row}
                onPick={() => {
                  setFresh(false);
                  tell({ row: String(one.id) });
                }}
              />
            ))}
          </ul>
          {!log.whole && log.items.length > 0 && (
            <button type="button" className="plain-button self-start" onClick={log.more}>
              Earlier prints
            </button>
          )}
        </section>
        <section
          id="worksheet"
          aria-label="A print"
          className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3"
        >
          {fresh ? (
            <LogForm
              key="fresh"
              entry={BLANK}
              words={words.data ?? null}
              onSave={async (entry) => {
                const made = await changes.write.mutateAsync({ id: null, entry });
                setFresh(false);
                tell({ row: String(made.id) });
              }}
            />
          ) : held ? (
            <>
              <LogForm
                key={held.id}
                entry={held.entry}
                open={held.open}
                words={words.data ?? null}
                onSave={async (entry) => void (await changes.write.mutateAsync({ id: held.id, entry }))}
              />
              <footer className="flex flex-wrap gap-x-4 border-t border-dashed pt-2">
                {held.again && (
                  <button
                    type="button"
                    className="plain-button"
                    onClick={() =>
                      changes.again.mutate(held.id, {
                        onSuccess: ({ print }) => void go(`/prints/${print}`),
                      })
                    }
                  >
                    Same again
                  </button>
                )}
                <Remove
                  key={held.id}
                  onRemove={() => changes.remove.mutate(held.id, { onSuccess: () => tell({ row: "" }) })}
                />
              </footer>
            </>
          ) : (
            <p className="soft">Choose a print to see what was used, and to say how it came out.</p>
          )}
        </section>
      </main>
    </div>
  );
}

/** The row in hand, which stays in hand when what was said of it takes it out of what is asked for. */
function useHeld(rows: LogRow[], id: number | null): LogRow | null {
  const [last, setLast] = useState<LogRow | null>(null);
  const found = rows.find((row) => row.id === id) ?? null;
  if (found && found !== last) setLast(found);
  return found ?? (last?.id === id ? last : null);
}

function Choice(props: {
  label: string;
  none: string;
  value: string;
  of: string[];
  onPick: (value: string) => void;
}) {
  return (
    <select
      className="field !w-40"
      aria-label={props.label}
      value={props.value}
      onChange={(event) => props.onPick(event.target.value)}
    >
      <option value="">{props.none}</option>
      {props.of.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </select>
  );
}

function Empty({ asked }: { asked: LogAsked }) {
  const narrowed = Object.values(asked).some(Boolean);
  return (
    <p className="panel p-4 text-lg">
      {narrowed
        ? "No print of the log is like that."
        : "Nothing is logged yet. A file that you fetch begins a row by itself, and asks how the print came out."}
    </p>
  );
}

function Line({ row, picked, onPick }: { row: LogRow; picked: boolean; onPick: () => void }) {
  const { entry } = row;
  const failed = entry.result === "again" || entry.result === "thrown";
  return (
    <li>
      <button type="button" className="log-line panel" aria-pressed={picked} onClick={onPick}>
        {row.picture ? (
          <img src={`/api/pictures/${row.picture}/small.jpg`} alt="" className="log-thumb" loading="lazy" />
        ) : (
          <span className="log-thumb" aria-hidden />
        )}
        <span className="min-w-0">
          <b className="block truncate font-semibold" dir="auto">
            {entry.title || "untitled"}
          </b>
          <span className="soft block truncate">
            {typeset([entry.size, entry.medium, entry.device || entry.lab].filter(Boolean).join(" · "))}
          </span>
        </span>
        <span className="text-right whitespace-nowrap">
          <span className="figure block">{entry.made_on}</span>
          <span className={`block ${failed ? "log-failed" : "soft"}`}>
            {row.open ? "printed?" : WORD[entry.result]}
            {entry.faults.length > 0 && `: ${entry.faults.join(", ")}`}
          </span>
        </span>
      </button>
    </li>
  );
}

function Remove({ onRemove }: { onRemove: () => void }) {
  const [sure, setSure] = useState(false);
  if (!sure)
    return (
      <button type="button" className="min-h-6 underline" onClick={() => setSure(true)}>
        Remove from the log
      </button>
    );
  return (
    <>
      <button type="button" className="min-h-6 font-semibold underline" onClick={onRemove}>
        Remove it for good
      </button>
      <button type="button" className="min-h-6 underline" onClick={() => setSure(false)}>
        Leave it
      </button>
    </>
  );
}
