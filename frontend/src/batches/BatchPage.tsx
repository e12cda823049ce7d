import { Undo2 } from "lucide-react";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { BatchState, CellRow } from "../api/types";
import { Coming } from "../shell/Coming";
import { Dialog } from "../shell/Dialog";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import "../sizes/sizes.css";
import "../bench/bench.css";
import { CellEditor } from "./CellEditor";
import { ChangeBatch } from "./ChangeBatch";
import { FILTERS, matches, shownPictures, type Filter } from "./filters";
import "./matrix.css";
import { Matrix, type At } from "./Matrix";
import { OrderPanel } from "./OrderPanel";
import {
  cellKey,
  useBatch,
  useCellHistory,
  useCells,
  useFirstCells,
  usePlaceCell,
  useRemoveBatch,
} from "./useBatch";

/** Many pictures × many sizes: every crop in sight, the troubled ones first if one likes. */
export function BatchPage() {
  const id = Number(useParams()["batch"]);
  const batch = useBatch(id);
  const takeFirst = useFirstCells(id, batch.data !== undefined);
  return (
    <div className="flex h-dvh min-h-[620px] flex-col">
      <TopBar
        where={
          <Where
            back={batch.data?.job == null ? [] : [{ to: `/jobs/${batch.data.job}`, name: "Job" }]}
            here={batch.data?.title}
          />
        }
      >
        {batch.data && <ChangeBatch batch={batch.data} />}
        {batch.data && <RemoveBatch batch={batch.data} />}
      </TopBar>
      {!batch.data && (
        <main className="p-5">
          <Coming query={batch} what="The matrix" />
        </main>
      )}
      {batch.data && <Inside key={id} batch={batch.data} takeFirst={takeFirst} />}
    </div>
  );
}

/** Asks once; the pictures and the prints of the job stay. */
function RemoveBatch({ batch }: { batch: BatchState }) {
  const [sure, setSure] = useState(false);
  const remove = useRemoveBatch();
  const go = useNavigate();
  return (
    <>
      <button type="button" className="plain-button" onClick={() => setSure(true)}>
        Remove
      </button>
      {sure && (
        <Dialog title={`Remove ${batch.title}?`} onClose={() => setSure(false)}>
          <p className="mb-4">
            Its crops by hand, its orders and the files made go with it, and that cannot be undone. The
            pictures and the job stay.
          </p>
          {remove.error && <Problem message={remove.error.message} />}
          <button
            type="button"
            className="strong-button"
            onClick={() =>
              remove.mutate(batch.id, {
                onSuccess: () => void go(batch.job == null ? "/" : `/jobs/${batch.job}`),
              })
            }
          >
            Remove it
          </button>
        </Dialog>
      )}
    </>
  );
}

function Inside({
  batch,
  takeFirst,
}: {
  batch: BatchState;
  takeFirst: (batch: number) => Promise<CellRow[]> | null;
}) {
  const [filter, setFilter] = useState<Filter>("all");
  const [hand, setHand] = useState<At | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { rows, problem, put } = useCells(
    batch.id,
    batch.pictures.length,
    JSON.stringify([batch.sizes.map((size) => size.key), batch.shared]),
    takeFirst,
  );
  const { place, auto, problem: placing, saving } = usePlaceCell(batch.id, put);
  const { remember, undo, canUndo } = useCellHistory(place, auto);
  const [undone, setUndone] = useState(0);
  const takeBack = useCallback(() => {
    const at = undo();
    if (!at) return;
    setHand(at);
    setUndone((count) => count + 1);
  }, [undo]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest("input:not([type=checkbox],[type=range]), dialog")) return;
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z" || event.shiftKey) return;
      event.preventDefault();
      takeBack();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [takeBack]);
  const pictures = useMemo(() => shownPictures(batch.pictures, rows, filter), [batch.pictures, rows, filter]);
  const all = batch.pictures.length * batch.sizes.length;
  const counts = useMemo(() => {
    const cells = [...rows.values()].flat();
    return new Map(FILTERS.map(({ value }) => [value, cells.filter((cell) => matches(cell, value)).length]));
  }, [rows]);
  const toggle = (keys: string[], take: boolean) =>
    setLeft((now) => {
      const next = new Set(now);
      for (const key of keys) {
        if (take) next.delete(key);
        else next.add(key);
      }
      return next;
    });
  const everyKey = () =>
    batch.pictures.flatMap((picture) => batch.sizes.map((size) => cellKey(picture.id, size.key)));
  const shownKeys = () =>
    pictures.flatMap((picture) =>
      (rows.get(picture.id) ?? [])
        .filter((cell) => matches(cell, filter))
        .map((cell) => cellKey(picture.id, cell.size)),
    );
  const chosenCells = (): [string, string][] | null =>
    left.size === 0
      ? null
      : batch.pictures.flatMap((picture) =>
          batch.sizes
            .filter((size) => !left.has(cellKey(picture.id, size.key)))
            .map((size): [string, string] => [picture.id, size.key]),
        );
  const inHand = hand && rows.get(hand.picture)?.find((cell) => cell.size === hand.size);
  const picture = hand && batch.pictures.find((one) => one.id === hand.picture);
  const reckoned = rows.size === batch.pictures.length;
  return (
    <>
      <main className="flex min-h-0 flex-1 gap-3 px-5 pt-1 pb-2 max-md:flex-col">
        <section
          className="panel flex min-w-0 flex-1 flex-col max-md:min-h-[440px]"
          aria-label="Pictures and sizes"
        >
          <h1 className="sr-only">{batch.title}</h1>
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3 py-2">
            <Pick
              label="Show"
              value={filter}
              onPick={setFilter}
              options={FILTERS.map(({ value, label }) => ({
                value,
                label: value === "all" ? label : `${label} ${counts.get(value) ?? 0}`,
              }))}
            />
            <span className="soft" role="status">
              {reckoned
                ? `${pictures.length} of ${batch.pictures.length} pictures`
                : `reckoning, ${rows.size} of ${batch.pictures.length} pictures`}
            </span>
            <span className="flex-1" />
            <span className="flex flex-wrap items-center gap-x-3">
              <button
                type="button"
                className="plain-button !px-2"
                aria-label="Undo the last crop by hand"
                title="Undo, Ctrl Z"
                disabled={!canUndo}
                onClick={takeBack}
              >
                <Undo2 size={17} aria-hidden />
              </button>
              <span>{all - left.size} chosen</span>
              <button type="button" className="min-h-6 underline" onClick={() => setLeft(new Set())}>
                All
              </button>
              <button type="button" className="min-h-6 underline" onClick={() => toggle(everyKey(), false)}>
                None
              </button>
              {filter !== "all" && (
                <>
                  <button
                    type="button"
                    className="min-h-6 underline"
                    onClick={() => toggle(shownKeys(), true)}
                  >
                    Take these
                  </button>
                  <button
                    type="button"
                    className="min-h-6 underline"
                    onClick={() => toggle(shownKeys(), false)}
                  >
                    Leave these
                  </button>
                </>
              )}
            </span>
          </div>
          {problem && <Problem message={problem} />}
          {pictures.length === 0 && reckoned ? (
            <p className="soft grid flex-1 place-items-center">
              Nothing of this kind: no cell to look at here.
            </p>
          ) : (
            <Matrix
              batch={batch}
              pictures={pictures}
              rows={rows}
              filter={filter}
              left={left}
              hand={hand}
              onHand={setHand}
              onToggle={toggle}
            />
          )}
        </section>
        {inHand && picture && (
          <CellEditor
            batch={batch}
            picture={picture}
            cell={inHand}
            problem={placing}
            saving={saving}
            undone={undone}
            onClose={() => setHand(null)}
            onPlace={(fit) => {
              remember(picture.id, inHand);
              place(picture.id, inHand.size, fit);
            }}
            onAuto={() => {
              remember(picture.id, inHand);
              auto(picture.id, inHand.size);
            }}
          />
        )}
      </main>
      <OrderPanel batch={batch} chosen={all - left.size} cells={chosenCells} />
    </>
  );
}
