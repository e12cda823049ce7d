import { useId, useState, type FormEvent } from "react";
import type { LogEntry, LogWords } from "../api/types";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { What } from "../legend/What";
import type { About } from "../legend/useLegend";
import { Photographs } from "./Photographs";

const RESULTS = [
  { value: "kept", label: "Kept" },
  { value: "again", label: "Make it again" },
  { value: "thrown", label: "Thrown away" },
] as const;

/** A print of the log: how it came out first, then what was used. Saved as a whole. */
export function LogForm(props: {
  entry: LogEntry;
  open?: boolean;
  words: LogWords | null;
  onSave: (entry: LogEntry) => Promise<void>;
}) {
  const { words } = props;
  const [entry, setEntry] = useState(props.entry);
  const [typed, setTyped] = useState({
    copies: String(props.entry.copies),
    dried: props.entry.dried === null ? "" : String(props.entry.dried),
    cost: props.entry.cost === null ? "" : String(props.entry.cost),
  });
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const put = (part: Partial<LogEntry>) => setEntry((now) => ({ ...now, ...part }));
  const save = async (event?: FormEvent, part: Partial<LogEntry> = {}) => {
    event?.preventDefault();
    setBusy(true);
    try {
      await props.onSave({ ...entry, ...numbers(typed), ...part });
      setProblem("");
    } catch (error) {
      setProblem((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const line = (name: keyof LogEntry, label: string, list?: string[], about?: About) => (
    <Text
      label={label}
      about={about}
      value={String(entry[name] ?? "")}
      list={list}
      onText={(value) => put({ [name]: value } as Partial<LogEntry>)}
    />
  );
  return (
    <form className="space-y-3" onSubmit={(event) => void save(event)}>
      <h2 className="text-[17px] font-semibold">{props.open ? "Was it printed?" : "A print"}</h2>
      <Pick
        label="How it came out"
        options={RESULTS}
        value={entry.result === "" ? null : entry.result}
        onPick={(result) => {
          put({ result });
          if (props.open) void save(undefined, { result });
        }}
      />
      <Faults entry={entry} words={words} onPut={put} />
      {line("title", "What")}
      <div className="grid grid-cols-2 gap-3">
        {line("made_on", "Printed on")}
        {line("size", "Size")}
        {line("device", "Device", words?.devices)}
        {line("feed", "Feed", undefined, "word:feed")}
        {line("medium", "Medium", words?.media)}
        {line("lab", "Lab", words?.labs)}
        <Text label="Copies" value={typed.copies} onText={(copies) => setTyped({ ...typed, copies })} />
        <Text label="Cost" value={typed.cost} onText={(cost) => setTyped({ ...typed, cost })} />
      </div>
      <Area label="Settings" about="word:recipe" value={entry.recipe} onText={(recipe) => put({ recipe })} />
      <Area
        label="Judgement"
        about="word:print-judged"
        value={entry.judgement}
        onText={(judgement) => put({ judgement })}
      />
      <div className="grid grid-cols-2 gap-3">
        <Text
          label="From"
          value={entry.distance ?? ""}
          onText={(distance) => put({ distance: distance || null })}
        />
        {line("light", "Light")}
        <Text
          label="Hours dried"
          about="word:hours-dried"
          value={typed.dried}
          onText={(dried) => setTyped({ ...typed, dried })}
        />
        {line("currency", "Currency")}
      </div>
      <Area label="Note" value={entry.note} onText={(note) => put({ note })} />
      <Photographs
        of={entry.photographs}
        onChange={(change) => setEntry((now) => ({ ...now, photographs: change(now.photographs) }))}
      />
      {problem && <Problem message={problem} />}
      <button type="submit" className="strong-button" disabled={busy}>
        Save
      </button>
    </form>
  );
}

/** What is a number as typed; what is none is sent as it is, and told by the server. */
function numbers(typed: { copies: string; dried: string; cost: string }): Partial<LogEntry> {
  const number = (text: string) => Number(text.trim().replace(",", "."));
  return {
    copies: number(typed.copies) || 0,
    dried: typed.dried.trim() ? number(typed.dried) : null,
    cost: typed.cost.trim() ? typed.cost.trim().replace(",", ".") : null,
  };
}

function Faults(props: {
  entry: LogEntry;
  words: LogWords | null;
  onPut: (part: Partial<LogEntry>) => void;
}) {
  const { faults, result } = props.entry;
  const [own, setOwn] = useState("");
  if (result !== "again" && result !== "thrown" && !faults.length) return null;
  const offered = [...new Set([...faults, ...(props.words?.faults ?? [])])];
  const toggle = (fault: string) =>
    props.onPut({
      faults: faults.includes(fault) ? faults.filter((one) => one !== fault) : [...faults, fault],
    });
  return (
    <fieldset>
      <legend className="mb-1">
        What was wrong <What about="word:print-faults" />
      </legend>
      <div className="flex flex-wrap gap-1.5">
        {offered.map((fault) => (
          <button
            key={fault}
            type="button"
            className="log-fault"
            aria-pressed={faults.includes(fault)}
            onClick={() => toggle(fault)}
          >
            {fault}
          </button>
        ))}
      </div>
      <div className="mt-2 flex gap-2">
        <input
          className="field min-w-0 flex-1"
          aria-label="Another fault"
          placeholder="Another fault"
          value={own}
          maxLength={60}
          onChange={(event) => setOwn(event.target.value)}
        />
        <button
          type="button"
          className="plain-button"
          onClick={() => {
            const fault = own.trim();
            if (fault && !faults.includes(fault)) props.onPut({ faults: [...faults, fault] });
            setOwn("");
          }}
        >
          Add
        </button>
      </div>
    </fieldset>
  );
}

interface Labelled {
  label: string;
  about?: About | undefined;
  value: string;
  onText: (text: string) => void;
}

function Text(props: Labelled & { list?: string[] | undefined }) {
  const id = useId();
  const listed = props.list?.length ? props.list : null;
  return (
    <div className="min-w-0">
      <label htmlFor={id}>{props.label}</label> {props.about && <What about={props.about} />}
      <input
        id={id}
        className="field mt-0.5"
        value={props.value}
        maxLength={200}
        dir="auto"
        {...(listed && { list: `${id}-list` })}
        onChange={(event) => props.onText(event.target.value)}
      />
      {listed && (
        <datalist id={`${id}-list`}>
          {listed.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      )}
    </div>
  );
}

function Area(props: Labelled) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id}>{props.label}</label> {props.about && <What about={props.about} />}
      <textarea
        id={id}
        className="field mt-0.5 min-h-14"
        rows={2}
        value={props.value}
        maxLength={1000}
        dir="auto"
        onChange={(event) => props.onText(event.target.value)}
      />
    </div>
  );
}
