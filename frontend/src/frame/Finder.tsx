import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Fragment, useDeferredValue, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { client, must } from "../api/client";
import { keysOfPage } from "../shell/help";
import { typeset } from "../shell/typeset";
import { linesOf, type Line } from "./found";
import { useFinder } from "./finderStore";
import "./finder.css";

/** Everything by its name, from everywhere: `/` opens it, the arrows and Enter lead there. */
export function Finder() {
  const { open, ask } = useFinder();
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.key !== "/" || event.ctrlKey || event.metaKey || event.altKey) return;
      const target = event.target as HTMLElement;
      if (target.closest("input:not([type=range],[type=checkbox],[type=radio]), select, textarea, dialog"))
        return;
      event.preventDefault();
      ask();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [ask]);
  return open ? <Lines /> : null;
}

function Lines() {
  const close = useFinder((store) => store.close);
  const go = useNavigate();
  const box = useRef<HTMLDialogElement>(null);
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  // What this page can do, as it was when this was opened over it.
  const [keys] = useState(keysOfPage);
  const sought = useDeferredValue(typed.trim());
  const hits = useQuery({
    queryKey: ["find", sought],
    queryFn: () => must(client.GET("/api/find", { params: { query: { q: sought } } })),
    enabled: sought !== "",
    placeholderData: keepPreviousData,
    staleTime: 5000,
  });
  const lines = linesOf(typed, sought ? (hits.data?.items ?? []) : [], keys);
  const here = Math.min(at, lines.length - 1);
  useEffect(() => {
    const dialog = box.current;
    const before = document.activeElement;
    if (dialog && !dialog.open) dialog.showModal();
    return () => {
      if (before instanceof HTMLElement && before.isConnected) before.focus();
    };
  }, []);
  useEffect(() => {
    box.current?.querySelector("[aria-selected=true]")?.scrollIntoView({ block: "nearest" });
  }, [here]);
  const take = (line: Line | undefined) => {
    if (!line) return;
    close();
    if (line.to) void go(line.to);
    // After this is gone: what it does may open another, or want the focus.
    else if (line.does) requestAnimationFrame(line.does);
  };
  return (
    <dialog ref={box} className="modal items-start pt-20" onClose={close} aria-label="Find">
      <div className="modal-box panel finder">
        <input
          type="search"
          className="field"
          role="combobox"
          aria-expanded="true"
          aria-controls="finder-lines"
          aria-activedescendant={lines[here] ? `finder-${here}` : undefined}
          aria-label="Find a job, a print, a place, or what this page does"
          placeholder="job, print, client, size, number, place"
          maxLength={200}
          value={typed}
          onChange={({ target }) => {
            setTyped(target.value);
            setAt(0);
          }}
          onKeyDown={(event) => {
            const way = { ArrowDown: 1, ArrowUp: -1 }[event.key];
            if (way) {
              event.preventDefault();
              setAt((here + way + lines.length) % Math.max(1, lines.length));
            }
            if (event.key === "Enter") {
              event.preventDefault();
              take(lines[here]);
            }
            // A search field would be emptied by the first; here one is enough.
            if (event.key === "Escape") {
              event.preventDefault();
              close();
            }
          }}
        />
        <div id="finder-lines" role="listbox" aria-label="What was found" className="finder-lines">
          {lines.map((line, index) => (
            <Fragment key={line.key}>
              {line.group !== lines[index - 1]?.group && (
                <div className="finder-group" role="presentation">
                  {line.group}
                </div>
              )}
              <div
                id={`finder-${index}`}
                role="option"
                aria-selected={index === here}
                className="finder-line"
                onPointerMove={() => setAt(index)}
                onClick={() => take(line)}
              >
                {line.picture ? <img src={line.picture} alt="" className="finder-picture" /> : <span />}
                <span className="min-w-0 truncate font-medium" dir="auto">
                  {line.title}
                </span>
                <span className="soft min-w-0 truncate text-right" dir="auto">
                  {typeset(line.says)}
                </span>
              </div>
            </Fragment>
          ))}
        </div>
        {sought !== "" && !lines.length && hits.isFetched && (
          <p className="soft p-3">Nothing here has these words, no place and no print.</p>
        )}
        {hits.error && <p className="p-3 font-semibold">{hits.error.message}</p>}
      </div>
    </dialog>
  );
}
