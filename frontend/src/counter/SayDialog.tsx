import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { client, must } from "../api/client";
import type { SaidCard } from "../api/types";
import { scaleFor, SheetInSmall } from "../drawing/SheetInSmall";
import { Check } from "../fields/Check";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { useCounterChange } from "./useCounter";

const ROOM: [number, number] = [92, 66];
const EXAMPLE =
  "2 x 50x40 satin, white border 3, bottom 5; 1 x 90x60 canvas mirrored 4 cm; 8 passport photos";

/** Prints typed as a customer says them: read back as cards while somebody types, taken by Enter. */
export function SayDialog(props: {
  job: number;
  /** The pictures that they may be of: each with its name. */
  pictures: readonly { id: string; name: string }[];
  onClose: () => void;
}) {
  const { job, pictures } = props;
  const [picture, setPicture] = useState(pictures[0]?.id ?? "");
  const [text, setText] = useState("");
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const sought = useDeferredValue(text.trim());
  const read = useQuery({
    queryKey: ["said", job, picture, sought],
    queryFn: () =>
      must(
        client.POST("/api/jobs/{job_id}/said/read", {
          params: { path: { job_id: job } },
          body: { picture, text: sought },
        }),
      ),
    enabled: sought !== "",
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  const take = useCounterChange((cards: number[]) =>
    must(
      client.POST("/api/jobs/{job_id}/said/prints", {
        params: { path: { job_id: job } },
        body: { picture, text: text.trim(), cards },
      }),
    ),
  );
  const cards = sought ? (read.data?.cards ?? []) : [];
  const taken = cards.flatMap((card, place) => (card.problem || left.has(place) ? [] : [place]));
  // What is shown must be what was typed: never takes what nobody has seen.
  const ready = taken.length > 0 && sought === text.trim() && !read.isPlaceholderData && !take.isPending;
  return (
    <Dialog title="Prints, as they are said" wide onClose={props.onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (ready) take.mutate(taken, { onSuccess: props.onClose });
        }}
      >
        <label className="block">
          What is wanted
          <textarea
            className="field mt-1 !h-20 py-1.5"
            maxLength={2000}
            spellCheck={false}
            placeholder={EXAMPLE}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              setLeft(new Set());
            }}
            onKeyDown={(event) => {
              if (event.key !== "Enter" || event.shiftKey) return;
              event.preventDefault();
              event.currentTarget.form?.requestSubmit();
            }}
          />
        </label>
        {pictures.length > 1 && (
          <label className="mt-2 block">
            Of the picture
            <select
              className="field mt-1"
              value={picture}
              onChange={({ target }) => setPicture(target.value)}
            >
              {pictures.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        <ul
          className="mt-3 max-h-[22rem] space-y-2 overflow-y-auto"
          aria-live="polite"
          aria-label="As it was read"
        >
          {cards.map((card, place) => (
            <Card
              key={place}
              card={card}
              proof={`/api/pictures/${picture}/small.jpg`}
              taken={!card.problem && !left.has(place)}
              onTake={(on) =>
                setLeft((now) => new Set(on ? [...now].filter((one) => one !== place) : [...now, place]))
              }
            />
          ))}
        </ul>
        {(read.error ?? take.error) && <Problem message={(read.error ?? take.error)?.message ?? ""} />}
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <button className="strong-button" disabled={!ready}>
            {typeset(
              `Take ${taken.length || ""} ${taken.length === 1 ? "print" : "prints"}`.replace("  ", " "),
            )}
          </button>
          <span className="soft">
            {cards.length
              ? "Enter takes them; what is not understood changes nothing."
              : "English or German: how many, which size, on what, with which edge. A semicolon begins another print."}
          </span>
        </div>
      </form>
    </Dialog>
  );
}

/** A print as it was read: drawn, with each word and what it set. */
function Card(props: { card: SaidCard; proof: string; taken: boolean; onTake: (on: boolean) => void }) {
  const { card, taken } = props;
  const sure = !card.problem && !card.doubts.length && !card.unread.length;
  return (
    <li className="said-card panel" data-sure={sure || undefined}>
      <span className="said-drawing">
        {card.drawing && (
          <SheetInSmall
            loss={false}
            room={ROOM}
            scale={scaleFor([card.drawing], ROOM)}
            drawing={card.drawing}
            proof={props.proof}
          />
        )}
      </span>
      <div className="min-w-0">
        <p className="font-semibold">
          {typeset(
            card.problem
              ? `Not taken: ${card.problem}.`
              : [
                  `${card.copies} × ${card.kind === "id" ? "ID photo" : card.size_text}`,
                  card.says,
                  ...card.finishes,
                ].join(" · "),
          )}
        </p>
        <p className="said-words">
          {card.words.map((word) => (
            <span key={word.start} data-unread={word.sets ? undefined : true}>
              <b dir="auto">{word.text}</b>
              <small>{typeset(word.sets || "not understood")}</small>
            </span>
          ))}
        </p>
        {card.assumed.length > 0 && (
          <p className="soft text-[13px]">{typeset(`Assumed: ${card.assumed.join(", ")}.`)}</p>
        )}
        {card.doubts.map((doubt) => (
          <p key={doubt} className="text-[13px]" style={{ color: "var(--look)" }}>
            {typeset(doubt)}
          </p>
        ))}
      </div>
      {!card.problem && <Check label="take" checked={taken} onChange={props.onTake} />}
    </li>
  );
}
