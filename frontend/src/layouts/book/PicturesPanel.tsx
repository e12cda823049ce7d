import { useState } from "react";
import { LongListInBox } from "../../drawing/LongList";
import { AddPrints } from "../AddPrints";
import { Problem } from "../../shell/Problem";
import { useLayoutStore } from "../layoutStore";
import { useBring } from "./useBring";
import type { OfBook } from "../stepPanels/types";
import { boxesOn, withBoxes, spreadsInHand } from "./spreads";
import type { BookBox } from "../../api/types";

const ROW = 36;

/** The pictures in their order: which have a place, which are left out, which stay together. */
export function PicturesPanel({ request, layout, page, looked, onLook, onPick }: OfBook) {
  const take = useLayoutStore((store) => store.change);
  const [adding, setAdding] = useState(false);
  const { now, refused, bring } = useBring(layout);
  const [ticked, setTicked] = useState<ReadonlySet<number>>(new Set());
  const { book } = page;
  if (!book) return null;
  const spreads = spreadsInHand(request, book);
  const where = new Map(
    book.openings.flatMap((opening, at) =>
      opening.boxes.flatMap((box) => (box.piece ? [[box.plan ?? -1, { at, box }] as const] : [])),
    ),
  );
  const out = new Set(request.leave_out);
  const opening = book.openings[Math.min(looked ?? 0, book.openings.length - 1)];
  const groupOf = (plan: number) => request.keep_together.findIndex((group) => group.includes(plan));
  const place = (plan: number) => {
    if (!opening) return;
    const { first, width, height } = opening;
    const side = Math.min(width, height) / 3;
    const box = {
      plan,
      x: `${Math.round(width / 2 - side / 2)} mm`,
      y: `${Math.round(height / 2 - side / 2)} mm`,
      width: `${Math.round(side)} mm`,
      height: `${Math.round(side)} mm`,
    } as BookBox;
    take({
      spreads: withBoxes(spreads, first, [...boxesOn(spreads, first), box]),
      leave_out: request.leave_out.filter((one) => one !== plan),
    });
  };
  const leave = (plan: number) =>
    take({
      leave_out: [...request.leave_out, plan],
      spreads: spreads
        .map((spread) => ({ ...spread, boxes: spread.boxes.filter((box) => box.plan !== plan) }))
        .filter((spread) => spread.boxes.length),
    });
  const toggle = (plan: number) => {
    const next = new Set(ticked);
    if (!next.delete(plan)) next.add(plan);
    setTicked(next);
  };
  const together = () => {
    const chosen = [...ticked].sort((one, other) => one - other);
    const others = request.keep_together
      .map((group) => group.filter((plan) => !ticked.has(plan)))
      .filter((group) => group.length > 1);
    take({ keep_together: [...others, chosen] });
    setTicked(new Set());
  };
  return (
    <div
      className="space-y-3"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        event.stopPropagation();
        void bring([...event.dataTransfer.files]);
      }}
    >
      <LongListInBox
        label="Pictures"
        className="max-h-[340px] overflow-y-auto"
        items={request.plans.map((plan, number) => ({ plan, number }))}
        keyOf={({ number }) => number}
        rowHeight={ROW}
      >
        {({ plan, number }) => {
          const lies = where.get(number);
          const title = plan.title || layout.pictures[number]?.name || `Picture ${number + 1}`;
          const group = groupOf(number);
          return (
            <div className="book-list">
              <label className="flex min-h-6 min-w-0 items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={ticked.has(number)}
                  onChange={() => toggle(number)}
                />
                <span className="truncate" dir="auto">
                  {title}
                </span>
                {group >= 0 && <span className="soft whitespace-nowrap">pair {group + 1}</span>}
              </label>
              {lies ? (
                <button
                  type="button"
                  className="plain-button whitespace-nowrap"
                  onClick={() => {
                    onLook(lies.at);
                    onPick(lies.box.number);
                  }}
                >
                  page {lies.box.pages}
                </button>
              ) : (
                <button
                  type="button"
                  className="plain-button whitespace-nowrap"
                  onClick={() => place(number)}
                >
                  {out.has(number) ? "left out; put" : "put"} on {opening?.name}
                </button>
              )}
            </div>
          );
        }}
      </LongListInBox>
      {now && (
        <p role="status" className="figure">
          {now.number} of {now.of}: <span dir="auto">{now.name}</span>, {Math.round(100 * now.share)} %
        </p>
      )}
      {refused.map((words) => (
        <Problem key={words} message={words} />
      ))}
      <div className="flex flex-wrap gap-2">
        <label className="plain-button inline-flex cursor-pointer items-center focus-within:outline-2">
          Add pictures
          <input
            type="file"
            multiple
            className="sr-only"
            disabled={now !== null}
            onChange={(event) => {
              const files = [...(event.target.files ?? [])];
              event.target.value = "";
              void bring(files);
            }}
          />
        </label>
        <button type="button" className="plain-button" onClick={() => setAdding(true)}>
          Add prints
        </button>
        <button
          type="button"
          className="plain-button"
          disabled={ticked.size < 2}
          title={ticked.size < 2 ? "Tick two pictures or more" : undefined}
          onClick={together}
        >
          Keep together
        </button>
        <button
          type="button"
          className="plain-button"
          disabled={ticked.size !== 1}
          title={ticked.size === 1 ? undefined : "Tick one picture"}
          onClick={() => {
            for (const plan of ticked) leave(plan);
            setTicked(new Set());
          }}
        >
          Leave out
        </button>
        {request.keep_together.length > 0 && (
          <button type="button" className="plain-button" onClick={() => take({ keep_together: [] })}>
            Let all pairs go
          </button>
        )}
      </div>
      <button type="button" className="plain-button" onClick={() => take({ spreads: null })}>
        First layout again
      </button>
      <p className="soft">
        They then keep their order and their pairs, lose as little as can be, and nothing that must stay lies
        in the gutter. What was moved by hand is given up; undo brings it back.
      </p>
      {adding && <AddPrints layout={layout} onClose={() => setAdding(false)} />}
    </div>
  );
}
