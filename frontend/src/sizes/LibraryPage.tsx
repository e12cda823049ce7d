import { Trash2 } from "lucide-react";
import { useDeferredValue, useRef, useState } from "react";
import { Link } from "react-router";
import type { SizeEntry } from "../api/types";
import { Coming } from "../shell/Coming";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { TopBar } from "../frame/TopBar";
import { typeset } from "../shell/typeset";
import { useChosen } from "../shell/useChosen";
import { FramesPick } from "./FramesPick";
import { SizeForm } from "./SizeForm";
import "./sizes.css";
import {
  describeSize,
  importSizes,
  keepSet,
  removeSet,
  removeSize,
  useLibraryChange,
  useSets,
  useSizes,
} from "./useSizes";

/** The size library: found by typing, described, added to, kept as sets. */
export function LibraryPage() {
  const [text, setText] = useState("");
  const asked = useDeferredValue(text);
  const sizes = useSizes(asked);
  const [form, setForm] = useState<SizeEntry | "new" | null>(null);
  const { chosen, toggle, take } = useChosen();
  const bring = useLibraryChange(importSizes);
  const chooser = useRef<HTMLInputElement>(null);
  const groups = Map.groupBy(sizes.data ?? [], (size) => size.group);
  return (
    <div className="flex h-dvh min-h-[620px] flex-col">
      <TopBar />
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] gap-3 px-5 pt-1 pb-4 max-md:grid-cols-1">
        <section className="panel flex min-h-0 flex-col px-4 py-3" aria-label="Sizes">
          <div className="flex flex-wrap items-center gap-2 pb-2">
            <h1 className="text-xl font-semibold">Size library</h1>
            <input
              className="field !w-56"
              type="search"
              aria-label="Find a size"
              placeholder="part of a name, or numbers: 30 45"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
            <span className="soft" role="status">
              {sizes.data ? (sizes.data.length === 1 ? "1 size" : `${sizes.data.length} sizes`) : ""}
            </span>
            <span className="flex-1" />
            <a className="plain-button inline-flex items-center" href="/api/sizes.csv?which=all" download>
              Export all, CSV
            </a>
            <a className="plain-button inline-flex items-center" href="/api/sizes.csv?which=own" download>
              Export own, CSV
            </a>
            <button type="button" className="plain-button" onClick={() => chooser.current?.click()}>
              Import CSV
            </button>
            <button type="button" className="strong-button" onClick={() => setForm("new")}>
              Add a size
            </button>
            <input
              ref={chooser}
              type="file"
              hidden
              accept=".csv,text/csv"
              aria-label="Table of sizes"
              onChange={(event) => {
                const file = event.target.files?.[0];
                if (file) bring.mutate(file);
                event.target.value = "";
              }}
            />
          </div>
          {bring.error && <Problem message={bring.error.message} />}
          {bring.data && (
            <p role="status" className="finding mb-2" data-level="note">
              {bring.data.added} {bring.data.added === 1 ? "size was" : "sizes were"} added
              {bring.data.known > 0 && `, ${bring.data.known} known already`}.
            </p>
          )}
          <Coming query={sizes} what="The size library" />
          <div
            className="relative min-h-0 flex-1 overflow-y-auto"
            tabIndex={0}
            role="region"
            aria-label="Table of sizes"
          >
            {sizes.data?.length === 0 && (
              <p className="soft p-8 text-center">No size has “{asked}” in it. Add it as one of your own.</p>
            )}
            <table className="library">
              <thead>
                <tr>
                  <th scope="col">
                    <span className="sr-only">In the set</span>
                  </th>
                  <th scope="col">Name</th>
                  <th scope="col">Size</th>
                  <th scope="col">Frames and mats</th>
                  <th scope="col">Note</th>
                  <th scope="col">
                    <span className="sr-only">Changes</span>
                  </th>
                </tr>
              </thead>
              {[...groups].map(([group, rows]) => (
                <tbody key={group}>
                  <tr>
                    <th colSpan={6} scope="rowgroup" className="!pt-3 font-semibold">
                      {group}
                    </th>
                  </tr>
                  {rows.map((size) => (
                    <Row
                      key={size.key}
                      size={size}
                      chosen={chosen.has(size.key)}
                      onToggle={() => toggle(size.key)}
                      onEdit={() => setForm(size)}
                    />
                  ))}
                </tbody>
              ))}
            </table>
          </div>
        </section>
        <Sets chosen={[...chosen]} onClear={() => take([])} onTake={take} />
      </main>
      {form && (
        <Dialog
          title={form === "new" ? "A size of your own" : "Change the size"}
          onClose={() => setForm(null)}
        >
          <SizeForm size={form === "new" ? null : form} onDone={() => setForm(null)} />
        </Dialog>
      )}
    </div>
  );
}

function Row(props: { size: SizeEntry; chosen: boolean; onToggle: () => void; onEdit: () => void }) {
  const { size } = props;
  const describe = useLibraryChange(describeSize);
  const remove = useLibraryChange(removeSize);
  const [note, setNote] = useState<string | null>(null);
  const keepNote = () => {
    if (note !== null && note !== size.note) describe.mutate({ key: size.key, note });
    setNote(null);
  };
  return (
    <tr data-size={size.key}>
      <td>
        <label className="grid size-6 cursor-pointer place-items-center">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={props.chosen}
            onChange={props.onToggle}
          />
          <span className="sr-only">{size.name} into the set</span>
        </label>
      </td>
      <th scope="row">{size.name}</th>
      <td className="figure text-[15.5px] whitespace-nowrap">{typeset(size.shown)}</td>
      <td>
        {size.in_pixels ? (
          <span className="soft">for a screen</span>
        ) : (
          <FramesPick
            className="frames !text-left"
            label={`Frames of ${size.name}`}
            value={size.frames}
            onFrames={(frames) => describe.mutate({ key: size.key, frames })}
          />
        )}
      </td>
      <td>
        <input
          className="field !min-h-6 !border-transparent !px-1 hover:!border-current"
          aria-label={`Note on ${size.name}`}
          maxLength={300}
          value={note ?? size.note}
          placeholder="–"
          onChange={(event) => setNote(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === "Escape") setNote(null);
            if (event.key === "Enter") keepNote();
          }}
          onBlur={keepNote}
        />
      </td>
      <td className="whitespace-nowrap text-right">
        {size.own && (
          <>
            <button type="button" className="min-h-6 underline" onClick={props.onEdit}>
              Change
            </button>{" "}
            <button
              type="button"
              className="inline-grid size-6 place-items-center align-middle"
              aria-label={`Remove ${size.name}`}
              onClick={() => remove.mutate(size.key)}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          </>
        )}
      </td>
    </tr>
  );
}

/** Sets by name: what is ticked can be kept as one. */
function Sets(props: { chosen: string[]; onClear: () => void; onTake: (keys: string[]) => void }) {
  const sets = useSets();
  const keep = useLibraryChange(keepSet);
  const remove = useLibraryChange(removeSet);
  const [name, setName] = useState("");
  const count = props.chosen.length;
  return (
    <aside className="panel space-y-3 self-start px-4 py-3" aria-label="Sets">
      <h2 className="text-[17px] font-semibold">Sets</h2>
      <p className="soft">
        Tick sizes that you ask for together, and keep them under a name: for the catalogue, for a client, for
        a lab.
      </p>
      {count > 0 && (
        <form
          className="space-y-2"
          onSubmit={(event) => {
            event.preventDefault();
            keep.mutate({ name: name.trim(), keys: props.chosen }, { onSuccess: () => setName("") });
          }}
        >
          <label className="block">
            {count === 1 ? "1 size ticked" : `${count} sizes ticked`}, save as
            <input
              className="field mt-0.5"
              maxLength={80}
              value={name}
              onChange={(event) => setName(event.target.value)}
              placeholder="name of the set"
            />
          </label>
          <div className="flex gap-2">
            <button type="submit" className="strong-button" disabled={!name.trim() || keep.isPending}>
              Save the set
            </button>
            <button type="button" className="plain-button" onClick={props.onClear}>
              Untick all
            </button>
          </div>
        </form>
      )}
      {(keep.error ?? remove.error) && <Problem message={(keep.error ?? remove.error)?.message ?? ""} />}
      {sets.data?.length === 0 && <p className="soft">No sets yet.</p>}
      <ul className="space-y-1">
        {sets.data?.map((set) => (
          <li key={set.id} className="flex items-center justify-between gap-2">
            <button
              type="button"
              className="min-h-6 min-w-0 truncate text-left underline"
              onClick={() => props.onTake(set.keys)}
              title="Tick its sizes"
            >
              {set.name}
            </button>
            <span className="soft whitespace-nowrap">
              {set.keys.length} sizes{" "}
              <button
                type="button"
                className="inline-grid size-6 place-items-center align-middle"
                aria-label={`Remove the set ${set.name}`}
                onClick={() => remove.mutate(set.id)}
              >
                <Trash2 size={15} aria-hidden />
              </button>
            </span>
          </li>
        ))}
      </ul>
      <p className="soft border-t border-dashed pt-2" style={{ borderColor: "var(--color-base-300)" }}>
        Before the shot:{" "}
        <Link className="underline" to="/leave-room">
          how much room to leave
        </Link>{" "}
        for a set.
      </p>
    </aside>
  );
}
