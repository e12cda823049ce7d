import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { client, must } from "../api/client";
import type { ShownPrint } from "../api/types";
import { day } from "../jobs/JobsPage";
import { Coming } from "../shell/Coming";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "./shown.css";
import { BesideAnother, OnAWall } from "./ShownScale";

type Said = "yes" | "no" | "";

/** For the client, on whatever screen: the prints in their true proportions, a yes, a no or a word to each. */
export function ShownPage() {
  const code = useParams()["code"] ?? "";
  const queries = useQueryClient();
  const page = useQuery({
    queryKey: ["shown", code],
    queryFn: () => must(client.GET("/api/shown/{code}", { params: { path: { code } } })),
    retry: false,
  });
  const say = useMutation({
    mutationFn: (body: { place: number; said: Said; comment: string }) =>
      must(client.POST("/api/shown/{code}/answers", { params: { path: { code } }, body })),
    onSuccess: (now) => queries.setQueryData(["shown", code], now),
  });
  const [large, setLarge] = useState<number | null>(null);
  const shown = page.data;
  const prints = shown?.prints ?? [];
  const widest = Math.max(1, ...prints.map(({ width, height }) => Math.max(width, height)));
  return (
    <main className="shown">
      <Coming query={page} what="The prints" />
      {shown && (
        <>
          <h1 className="text-2xl font-semibold" dir="auto">
            {shown.words ||
              (prints.length === 1 ? "A print for you to look at" : "Prints for you to look at")}
          </h1>
          <p className="soft">
            {typeset(
              `All are drawn to one scale. You can answer until ${day(shown.until)}, and change your mind until then.`,
            )}
          </p>
          {!prints.length && <p>There is nothing to be seen any more. Ask for a new link.</p>}
          {shown.wall && (
            <img
              className="shown-their-wall"
              src={`/api/shown/${code}/wall.jpg`}
              alt="What hangs, on its wall"
              title="All together on the wall"
            />
          )}
          <ul className="shown-prints">
            {prints.map((print) => (
              <li key={print.place} aria-label={print.title || "untitled"}>
                <button
                  type="button"
                  className="shown-picture"
                  aria-label={`${print.title || "untitled"}, larger`}
                  style={{ width: `${(100 * print.width) / widest}%` }}
                  onClick={() => setLarge(print.place)}
                >
                  <img
                    src={`/api/shown/${code}/${print.place}.jpg?small=true`}
                    alt={print.title}
                    loading="lazy"
                    style={{ aspectRatio: `${print.width} / ${print.height}` }}
                  />
                </button>
                <Answer
                  key={`${print.said} ${print.comment}`}
                  print={print}
                  busy={say.isPending}
                  onSay={(said, comment) => say.mutate({ place: print.place, said, comment })}
                />
              </li>
            ))}
          </ul>
          {say.error && <Problem message={say.error.message} />}
        </>
      )}
      {large !== null && prints[large] && (
        <Large
          src={`/api/shown/${code}/${large}.jpg`}
          print={prints[large]}
          wall={shown?.wall ? `/api/shown/${code}/wall.jpg` : null}
          others={prints
            .filter(({ place }) => place !== large)
            .map((print) => ({ print, src: `/api/shown/${code}/${print.place}.jpg` }))}
          onStep={(by) => setLarge((large + by + prints.length) % prints.length)}
          onClose={() => setLarge(null)}
        />
      )}
    </main>
  );
}

function Answer(props: { print: ShownPrint; busy: boolean; onSay: (said: Said, comment: string) => void }) {
  const { print, busy, onSay } = props;
  const [comment, setComment] = useState(print.comment);
  const said = print.said as Said;
  return (
    <div className="space-y-2">
      <p>
        <b className="font-semibold" dir="auto">
          {print.title || "untitled"}
        </b>{" "}
        <span className="soft">{typeset(print.size_text)}</span>
      </p>
      <div className="pick" role="group" aria-label={`What you say of ${print.title || "it"}`}>
        {(["yes", "no"] as const).map((word) => (
          <button
            key={word}
            type="button"
            aria-pressed={said === word}
            disabled={busy}
            onClick={() => onSay(said === word ? "" : word, comment)}
          >
            {word === "yes" ? "Yes" : "No"}
          </button>
        ))}
      </div>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          onSay(said, comment.trim());
        }}
      >
        <input
          className="field"
          aria-label={`A word about ${print.title || "it"}`}
          placeholder="a word about it"
          maxLength={1000}
          dir="auto"
          value={comment}
          onChange={({ target }) => setComment(target.value)}
        />
        <button className="plain-button" disabled={busy || comment.trim() === print.comment}>
          Send
        </button>
      </form>
      {(said !== "" || print.comment) && <p className="soft text-[13px]">Sent. The last word counts.</p>}
    </div>
  );
}

const WAYS = [
  { value: "alone", label: "Alone" },
  { value: "their-wall", label: "On its wall" },
  { value: "wall", label: "On a wall" },
  { value: "beside", label: "Beside another size" },
] as const;
type Way = (typeof WAYS)[number]["value"];

/** One print, calm, in the middle of the screen: alone, on a wall, or beside another size. */
function Large(props: {
  src: string;
  print: ShownPrint;
  /** The picture of the wall on which it hangs, where that is shown. */
  wall: string | null;
  others: { src: string; print: ShownPrint }[];
  onStep: (by: 1 | -1) => void;
  onClose: () => void;
}) {
  const { src, print, wall, onStep, onClose } = props;
  const [way, setWay] = useState<Way>("alone");
  const [other, setOther] = useState(-1);
  return (
    <div
      className="shown-large"
      role="dialog"
      aria-modal="true"
      aria-label={print.title || "untitled"}
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
        if (event.key === "ArrowRight") onStep(1);
        if (event.key === "ArrowLeft") onStep(-1);
      }}
    >
      <Pick
        label="How it is shown"
        options={WAYS.filter(({ value }) => wall !== null || value !== "their-wall")}
        value={way}
        onPick={setWay}
      />
      {way === "alone" && <img src={src} alt={print.title} />}
      {way === "their-wall" && wall !== null && <img src={wall} alt="What hangs, on its wall" />}
      {way === "wall" && <OnAWall src={src} print={print} />}
      {way === "beside" && (
        <BesideAnother src={src} print={print} others={props.others} other={other} onOther={setOther} />
      )}
      <p>
        <span dir="auto">{print.title}</span> {typeset(print.size_text)}
      </p>
      <span className="flex gap-3">
        <button type="button" className="plain-button" onClick={() => onStep(-1)}>
          Before
        </button>
        {/* oxlint-disable-next-line jsx-a11y/no-autofocus */}
        <button type="button" className="plain-button" autoFocus onClick={onClose}>
          Close
        </button>
        <button type="button" className="plain-button" onClick={() => onStep(1)}>
          Next
        </button>
      </span>
    </div>
  );
}
