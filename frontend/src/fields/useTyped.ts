// The manners of every field that is typed in. What is understood as a whole takes effect while it is
// typed; until then the value from before stands, quietly. What is not understood is told after a pause
// or on leaving. Escape gives back what was there before typing.
import { useEffect, useRef, useState } from "react";
import { isAway } from "../api/away";
import { ApiProblem } from "../api/client";
import { LatestWins } from "../api/latestWins";
import { NOT_SAVED_YET, dropUnread, keepUnread, unreadOf } from "./unread";

/** A text that somebody types may go on so long before it is taken for whole, or told as wrong, ms. */
const OPEN_MS = 400;
const WRONG_MS = 1200;
/** And a lone digit that may be a key of the page so long, which `useKeys` waits for it. */
const MAYBE_KEY_MS = 1500;
/** What was said about a field that was left stays so long, ms. */
const LINGERS_MS = 6000;

export interface Other {
  label: string;
  text: string;
}

/** What was understood; `open` may be the beginning of something longer. */
export interface Heard<Value> {
  value: Value;
  said?: string;
  others?: Other[];
  open?: boolean;
}

export interface Typing<Value> {
  /** What stands, as it is shown. */
  value: string;
  read: (text: string) => Promise<Heard<Value>>;
  /** Before the first letter. */
  onStart?: (() => void) | undefined;
  /** Takes effect; more may follow. */
  onRead: (value: Value) => void;
  /** The value from before typing stands again. */
  onBack: () => void;
  /** What stands now is meant. */
  onDone: () => void;
  /** What keeps its value while something is not understood: "print", "crop". */
  keeps?: string | undefined;
  /** The name under which a text that the server could not read yet is kept through steps and a reload. */
  keepAs?: string | undefined;
}

export interface Note {
  kind: "wrong" | "read" | "away";
  text: string;
  others: Other[];
}

interface Question<Value> {
  text: string;
  number: number;
  read: Typing<Value>["read"];
}

export function useTyped<Value>(typing: Typing<Value>) {
  const now = useRef(typing);
  useEffect(() => {
    now.current = typing;
  });
  const [draft, setDraft] = useState<{ text: string; before: string } | null>(null);
  const [note, setNote] = useState<Note | null>(null);
  const [left, setLeft] = useState(true);
  const hand = useRef({
    number: 0,
    done: true,
    waiting: false,
    maybeKey: false,
    pending: null as Heard<Value> | null,
    wrong: "",
    meant: [] as Other[],
    before: "",
    timer: 0,
    lingering: 0,
  });
  const line = useRef<LatestWins<Question<Value>, Heard<Value>> | null>(null);
  useEffect(() => {
    const held = hand.current;
    return () => {
      clearTimeout(held.timer);
      clearTimeout(held.lingering);
    };
  }, []);

  // A draft that was left not understood goes when another value stands in the field.
  if (draft && left && note?.kind === "wrong" && draft.before !== typing.value) {
    setDraft(null);
    setNote(null);
  }

  const later = (ms: number, what: () => void) => {
    clearTimeout(hand.current.timer);
    hand.current.timer = window.setTimeout(what, ms);
  };
  const apply = () => {
    const { pending } = hand.current;
    hand.current.pending = null;
    clearTimeout(hand.current.timer);
    if (pending) now.current.onRead(pending.value);
  };
  const linger = () => {
    clearTimeout(hand.current.lingering);
    hand.current.lingering = window.setTimeout(
      () => setNote((told) => (told?.kind === "read" ? null : told)),
      LINGERS_MS,
    );
  };
  const complain = () =>
    setNote({
      kind: "wrong",
      // Where nothing stood there is nothing to be kept.
      text: `${hand.current.wrong}.${hand.current.before ? ` The ${now.current.keeps ?? "print"} keeps ${hand.current.before}.` : ""}`,
      others: hand.current.meant,
    });
  const finished = () => {
    apply();
    now.current.onDone();
    if (hand.current.wrong) complain();
    else setDraft(null);
    linger();
  };

  const ask = (text: string) => {
    line.current ??= new LatestWins<Question<Value>, Heard<Value>>(
      (question) => question.read(question.text),
      (heard, question) => {
        if (question.number !== hand.current.number) return;
        if (now.current.keepAs) dropUnread(now.current.keepAs);
        hand.current.waiting = false;
        hand.current.wrong = "";
        hand.current.pending = heard;
        setNote(
          heard.said || heard.others?.length
            ? { kind: "read", text: heard.said ?? "", others: heard.others ?? [] }
            : null,
        );
        if (hand.current.done) finished();
        else if (heard.open) later(hand.current.maybeKey ? MAYBE_KEY_MS : OPEN_MS, apply);
        else apply();
      },
      (error, question) => {
        if (question.number !== hand.current.number) return;
        hand.current.pending = null;
        now.current.onBack();
        const { keepAs } = now.current;
        if (isAway(error)) {
          if (keepAs) keepUnread(keepAs, question.text);
          const text = keepAs ? NOT_SAVED_YET : "No answer yet; it is asked again by itself";
          setNote({ kind: "away", text, others: [] });
          return;
        }
        if (keepAs) dropUnread(keepAs);
        hand.current.waiting = false;
        hand.current.wrong = error.message.replace(/\.$/, "");
        hand.current.meant = error instanceof ApiProblem ? error.others : [];
        if (hand.current.done) finished();
        else later(WRONG_MS, complain);
      },
    );
    hand.current.waiting = true;
    line.current.put({ text, number: ++hand.current.number, read: now.current.read });
  };

  const begin = () => {
    if (!hand.current.done) return;
    hand.current.done = false;
    hand.current.before = now.current.value;
    setLeft(false);
    now.current.onStart?.();
  };
  /** `maybeKey`: it is a lone digit in a field that Tab has reached, and may have been meant for the page. */
  const type = (text: string, maybeKey = false) => {
    begin();
    clearTimeout(hand.current.timer);
    hand.current.maybeKey = maybeKey;
    hand.current.wrong = "";
    setNote((told) => (told?.kind === "away" ? told : null));
    setDraft({ text, before: hand.current.before });
    ask(text);
  };
  /** Enter, or leaving; an answer that is still on its way then settles the matter. */
  const done = () => {
    if (hand.current.done) return;
    hand.current.done = true;
    setLeft(true);
    if (!hand.current.waiting) finished();
  };
  const back = () => {
    const typed = !hand.current.done;
    hand.current = {
      ...hand.current,
      number: hand.current.number + 1,
      done: true,
      waiting: false,
      pending: null,
      wrong: "",
    };
    clearTimeout(hand.current.timer);
    if (now.current.keepAs) dropUnread(now.current.keepAs);
    setLeft(true);
    setDraft(null);
    setNote(null);
    if (typed) {
      now.current.onBack();
      now.current.onDone();
    }
  };
  /** Take another reading, as if it had been typed and meant. */
  const take = (text: string) => {
    begin();
    setDraft({ text, before: hand.current.before });
    hand.current.done = true;
    setLeft(true);
    ask(text);
  };

  const taking = useRef(take);
  useEffect(() => {
    taking.current = take;
  });
  const { keepAs } = typing;
  useEffect(() => {
    const unread = keepAs ? unreadOf(keepAs) : null;
    if (unread !== null) taking.current(unread);
  }, [keepAs]);

  return { text: draft?.text ?? typing.value, typing: draft !== null, note, type, done, back, take };
}
