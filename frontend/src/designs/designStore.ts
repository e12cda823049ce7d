// Designs in hand: the one that is worked on now, and what others of its kind still wait to have saved.
//
// A document belongs to its design. Going to another one, a lost line or a reload takes nothing from it:
// its saving goes on by itself, and what the server has not got stays in the browser's storage.
import { replaceEqualDeep } from "@tanstack/react-query";
import { create, type StoreApi, type UseBoundStore } from "zustand";
import { isAway, pause } from "../api/away";
import type { ApiProblem } from "../api/client";
import { onSignedIn, onSignOut } from "../session/useSession";
import { patched, type Fix } from "./fix";
import { claimUnsent, dropAllUnsent, dropUnsent, keepUnsent, unsentOf } from "./unsent";

/** `gone`: the design was removed elsewhere. */
export type Saving = "saved" | "saving" | "waiting" | "stale" | "refused" | "gone";

/** A design whose document the server has not got yet, and where it is worked on. */
export interface Waiting {
  id: number;
  title: string;
  saving: Saving;
  to: string;
}

/** A design as the server tells it, whatever its kind. */
export interface DesignState {
  id: number;
  version: number;
}

/** A kind of design: how it goes over the wire, and what is said of it. */
export interface Wire<State extends DesignState, Document> {
  /** What one is called, and where one is worked on. */
  word: string;
  place: (id: number) => string;
  load: (id: number) => Promise<State>;
  save: (id: number, document: Document, version: number) => Promise<State>;
  walk: (id: number, way: "undo" | "redo", version: number) => Promise<State>;
  documentOf: (state: State) => Document;
  withDocument: (state: State, document: Document) => State;
  /** In which parts two documents differ, in words. */
  whatChanged: (before: Document, after: Document) => string;
}

export interface DesignStore<State, Document> {
  held: State | null;
  document: Document | null;
  saving: Saving;
  words: string;
  /** What the last undo or redo took back or brought back: "undone: size". */
  walked: string;
  /** All designs with something unsaved, the one in hand among them. */
  waiting: Waiting[];
  /** Take a design in hand; what is in hand of it, or was kept through a reload, goes on. */
  open: (state: State) => void;
  /** Change the document in hand; a change that is still going on (a drag) is not saved yet. */
  change: (fix: Fix, going?: boolean) => void;
  /** Save what a drag has led to. */
  settle: () => void;
  /** A drag was called off: the document is the one from before it. */
  putBack: (document: Document) => void;
  /** Put another document in place of the whole one in hand. */
  replace: (document: Document) => void;
  /** Whether anything in hand, of any design, is not saved yet. */
  unsaved: () => boolean;
  /** Wait until everything in hand of this design is saved, or cannot be: then null. */
  flush: () => Promise<State | null>;
  /** Try again at once to save everything that waits. */
  again: () => void;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  /** After another window's change: take over what it saved. */
  takeTheirs: () => Promise<void>;
  /** After another window's change: save this window's document on top of it. */
  keepMine: () => Promise<void>;
  /** Somebody signs out: nothing of theirs stays. */
  forget: () => void;
}

interface Hand<State, Document> {
  held: State;
  document: Document;
  /** The document that the server has; null when it is another one in any case. */
  saved: Document | null;
  /** Settled documents that are not saved yet, in their order: each is a step of its own to undo. */
  steps: Document[];
  /** On its way, or its answer never came: the server may have it. */
  sent: Document | null;
  /** Whether the document in hand is in the middle of a drag or of typing: not to be saved yet. */
  going: boolean;
  saving: Saving;
  words: string;
  walked: string;
  running: Promise<void> | null;
  /** Ends the pause before the next try. */
  hurry: (() => void) | null;
}

const isUnsaved = <State, Document>(hand: Hand<State, Document>) => hand.document !== hand.saved;

/** The store of one kind of design. */
export function designStore<State extends DesignState, Document extends { title: string }>(
  wire: Wire<State, Document>,
): UseBoundStore<StoreApi<DesignStore<State, Document>>> {
  type Held = Hand<State, Document>;
  const { documentOf } = wire;
  const gone = `This ${wire.word} was removed elsewhere. What is in hand here cannot be saved any more.`;
  const useStore = create<DesignStore<State, Document>>((set, get) => {
    const hands = new Map<number, Held>();
    let current: Held | null = null;

    /** Change a hand and tell whoever looks at it; `going` changes are kept in storage when they settle. */
    const told = (hand: Held, change: Partial<Held>) => {
      Object.assign(hand, change);
      if (!isUnsaved(hand) || hand.saving === "gone") dropUnsent(hand.held.id);
      else if (!hand.going)
        keepUnsent(hand.held.id, {
          version: hand.held.version,
          plan: hand.document,
          ...(hand.sent && { sent: hand.sent }),
        });
      const waiting = [...hands.values()]
        .filter((one) => isUnsaved(one) && one.saving !== "gone")
        .map((one) => ({
          id: one.held.id,
          title: one.document.title,
          saving: one.saving,
          to: wire.place(one.held.id),
        }));
      const same = JSON.stringify(waiting) === JSON.stringify(get().waiting);
      const { held, document, saving, words, walked } = current ?? {
        held: null,
        document: null,
        saving: "saved" as const,
        words: "",
        walked: "",
      };
      set({ held, document, saving, words, walked, ...(same ? {} : { waiting }) });
    };

    const accept = (hand: Held, held: State) =>
      told(hand, { held, saved: documentOf(held), saving: "saved", words: "" });

    const stopped = (hand: Held, problem: ApiProblem) => {
      if (problem.status === 404) told(hand, { saving: "gone", words: gone });
      else told(hand, { saving: problem.status === 409 ? "stale" : "refused", words: problem.message });
    };

    const rest = (hand: Held, ms: number) =>
      new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, ms);
        hand.hurry = () => {
          clearTimeout(timer);
          resolve();
        };
      });

    /** The document in hand is a step: it is saved after those before it. */
    const settled = (hand: Held) => {
      hand.going = false;
      if (isUnsaved(hand) && hand.steps.at(-1) !== hand.document) hand.steps.push(hand.document);
      told(hand, {});
      // A stale document waits for its owner's choice; saving it again would only be refused again.
      if (isUnsaved(hand) && hand.saving !== "stale" && hand.saving !== "gone") void save(hand);
    };

    /** Save until the server has every settled step; one request at a time, in order. */
    const save = (hand: Held): Promise<void> => {
      hand.running ??= (async () => {
        let tries = 0;
        while (isUnsaved(hand) && (hand.steps.length || !hand.going)) {
          const { held } = hand;
          const sent = hand.steps[0] ?? hand.document;
          told(hand, { saving: "saving", sent });
          try {
            const saved = await wire.save(held.id, sent, held.version);
            // What says the same stays the same object: nothing is reckoned or drawn again for being saved.
            const answer = wire.withDocument(saved, replaceEqualDeep(sent, documentOf(saved)));
            hand.steps = hand.steps.filter((step) => step !== sent);
            hand.sent = null;
            // The server's wording of the same document, unless the hand has moved on.
            const untouched = hand.document === sent;
            if (untouched) hand.document = documentOf(answer);
            accept(hand, answer);
            if (!untouched) told(hand, { saved: null });
            tries = 0;
          } catch (error) {
            const problem = error as ApiProblem;
            // What could not be sent becomes one step with what comes after it: the document in hand is kept.
            hand.steps = [];
            if (isAway(problem)) {
              // The server may have it all the same, so it hears it again first: on the version it was sent on.
              hand.steps = hand.going || hand.document === sent ? [sent] : [sent, hand.document];
            } else hand.sent = null;
            if (problem.status === 401) {
              // Somebody signs in over the page; `again` goes on from here.
              told(hand, { saving: "waiting", words: problem.message });
              break;
            }
            if (isAway(problem) || problem.status >= 500) {
              told(hand, { saving: "waiting", words: problem.message });
              await rest(hand, pause(tries++));
              continue;
            }
            stopped(hand, problem);
            break;
          }
        }
      })().finally(() => {
        hand.running = null;
        hand.hurry = null;
      });
      return hand.running;
    };

    const walk = async (way: "undo" | "redo") => {
      const hand = current;
      if (!hand) return;
      settled(hand);
      await hand.running;
      if (hand.saving !== "saved") return;
      try {
        const answer = await wire.walk(hand.held.id, way, hand.held.version);
        const parts = wire.whatChanged(hand.document, documentOf(answer));
        hand.document = documentOf(answer);
        hand.walked = parts && `${way === "undo" ? "undone" : "redone"}: ${parts}`;
        accept(hand, answer);
      } catch (error) {
        stopped(hand, error as ApiProblem);
      }
    };

    const theirsOf = (hand: Held) => wire.load(hand.held.id);

    /** A hand for a design as the server has it, with what was kept of it through a reload. */
    const taken = (held: State): Held => {
      const document = documentOf(held);
      const hand: Held = {
        held,
        document,
        saved: document,
        saving: "saved",
        words: "",
        walked: "",
        steps: [],
        sent: null,
        going: false,
        running: null,
        hurry: null,
      };
      const kept = unsentOf<Document>(held.id);
      if (!kept) return hand;
      // An answer that a reload did not wait for: what was sent is what the server has.
      if (replaceEqualDeep(document, kept.plan) === document) return hand;
      hand.document = kept.plan;
      if (kept.sent && kept.version + 1 === held.version) {
        // Perhaps changed by the step that the reload did not wait for: the server knows it when it hears it again.
        hand.held = { ...held, version: kept.version };
        const [first, last] = [kept.sent, kept.plan];
        hand.steps = replaceEqualDeep(first, last) === first ? [last] : [first, last];
        hand.saving = "waiting";
      } else if (kept.version !== held.version) {
        hand.saving = "stale";
        hand.words = `This ${wire.word} was changed elsewhere since. What was not saved here is still in hand.`;
      }
      return hand;
    };

    return {
      held: null,
      document: null,
      saving: "saved",
      words: "",
      walked: "",
      waiting: [],
      open: (state) => {
        // What a drag or half a title has led to on the design before is as good as let go of.
        if (current && current.held.id !== state.id) get().settle();
        const hand = hands.get(state.id);
        if (!hand) {
          current = taken(state);
          hands.set(state.id, current);
          told(current, {});
        } else {
          current = hand;
          // An answer that was on its way while something was saved is older than what is in hand.
          if (state.version < hand.held.version || hand.running) told(hand, {});
          else if (!isUnsaved(hand)) {
            hand.document = documentOf(state);
            accept(hand, state);
          } else if (state.version > hand.held.version) told(hand, { saving: "stale" });
          else told(hand, {});
        }
        settled(current);
      },
      change: (fix, going = false) => {
        const hand = current;
        if (!hand) return;
        told(hand, { document: patched(hand.document, fix), walked: "", going });
        if (!going) settled(hand);
      },
      settle: () => {
        if (current) settled(current);
      },
      putBack: (document) => {
        if (current) told(current, { document, going: false });
      },
      replace: (document) => {
        if (!current) return;
        told(current, { document, walked: "" });
        settled(current);
      },
      unsaved: () => [...hands.values()].some((hand) => isUnsaved(hand) && hand.saving !== "gone"),
      flush: async () => {
        const hand = current;
        if (!hand) return null;
        settled(hand);
        await hand.running;
        return hand.saving === "saved" ? hand.held : null;
      },
      again: () => {
        for (const hand of hands.values()) {
          hand.hurry?.();
          if (isUnsaved(hand) && hand.saving === "waiting") void save(hand);
        }
      },
      undo: () => walk("undo"),
      redo: () => walk("redo"),
      takeTheirs: async () => {
        const hand = current;
        if (!hand) return;
        await hand.running;
        try {
          const theirs = await theirsOf(hand);
          Object.assign(hand, { document: documentOf(theirs), steps: [], sent: null, going: false });
          accept(hand, theirs);
        } catch (error) {
          const problem = error as ApiProblem;
          if (problem.status === 404) stopped(hand, problem);
          else told(hand, { words: problem.message });
        }
      },
      keepMine: async () => {
        const hand = current;
        if (!hand) return;
        await hand.running;
        try {
          const theirs = await theirsOf(hand);
          told(hand, {
            held: theirs,
            saved: null,
            steps: [],
            sent: null,
            going: false,
            saving: "waiting",
            words: "",
          });
          await save(hand);
        } catch (error) {
          const problem = error as ApiProblem;
          if (problem.status === 404) stopped(hand, problem);
          else told(hand, { words: problem.message });
        }
      },
      forget: () => {
        hands.clear();
        current = null;
        dropAllUnsent();
        set({ held: null, document: null, saving: "saved", words: "", walked: "", waiting: [] });
      },
    };
  });
  onSignOut(() => useStore.getState().forget());
  return useStore;
}

onSignedIn(claimUnsent);
