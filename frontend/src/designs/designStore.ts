// Designs in hand: the one that is worked on now, and what others of its kind still wait to have saved.
//
// A document belongs to its design. Going to another one, a lost line or a reload takes nothing from it:
// its saving goes on by itself, and what the server has not got stays in the browser's storage.
import { replaceEqualDeep } from "@tanstack/react-query";
import { create, type StoreApi, type UseBoundStore } from "zustand";
import type { ApiProblem } from "../api/client";
import { onSignedIn, onSignOut } from "../session/useSession";
import { patched, type Fix } from "./fix";
import { handOf, isUnsaved, type DesignState, type Hand, type Way, type Wire } from "./hand";
import { lineOf } from "./line";
import { after, waitsForChoice, type Saving, type SavingEvent } from "./saving";
import { claimUnsent, dropAllUnsent, dropUnsent, keepUnsent, unsentOf } from "./unsent";

/** A design whose document the server has not got yet, and where it is worked on. */
export interface Waiting {
  id: number;
  title: string;
  saving: Saving;
  to: string;
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
  /** The design in hand, or another one that was taken in hand since the page was opened, and its document. */
  inHand: (design?: number) => { design: number; document: Document } | null;
  /** Change the document in hand; a change that is still going on (a drag) is not saved yet. */
  change: (fix: Fix, dragging?: boolean, design?: number) => void;
  /** Save what a drag has led to. */
  settle: (design?: number) => void;
  /** A drag was called off: the document is the one from before it. */
  putBack: (document: Document, design?: number) => void;
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

/** The store of one kind of design. */
export function designStore<State extends DesignState, Document extends { title: string }>(
  wire: Wire<State, Document>,
): UseBoundStore<StoreApi<DesignStore<State, Document>>> {
  type Held = Hand<State, Document>;
  const { documentOf } = wire;
  const useStore = create<DesignStore<State, Document>>((set, get) => {
    const hands = new Map<number, Held>();
    let current: Held | null = null;
    const handFor = (design?: number) => (design === undefined ? current : (hands.get(design) ?? null));

    /** Change a hand and tell whoever looks at it; `going` changes are kept in storage when they settle. */
    const told = (hand: Held, change: Partial<Omit<Held, "saving">>, event?: SavingEvent) => {
      Object.assign(hand, change);
      if (event) hand.saving = after(hand.saving, event);
      if (!isUnsaved(hand) || hand.saving === "gone") dropUnsent(hand.held.id);
      else if (!hand.dragging)
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

    const { go, accept, stopped } = lineOf(wire, told);

    /** The document in hand is a step: it is saved after those before it. */
    const settled = (hand: Held) => {
      hand.dragging = false;
      const unsaved = isUnsaved(hand);
      // What was changed on the way of a walk is saved with what that leads to.
      if (unsaved && !hand.pendingUndo.length && hand.steps.at(-1) !== hand.document)
        hand.steps.push(hand.document);
      told(hand, {});
      // A stale document waits for its owner's choice; saving it again would only be refused again.
      if (unsaved && !waitsForChoice(hand)) void go(hand);
    };

    const changed = (hand: Held, change: (document: Document) => Document, dragging: boolean) => {
      if (hand.pendingUndo.length) hand.rebaseQueue.push(change);
      told(hand, { document: change(hand.document), walked: "", dragging });
      if (!dragging) settled(hand);
    };

    const walk = async (way: Way) => {
      const hand = current;
      if (!hand) return;
      settled(hand);
      // What was changed on the way of another walk is a step of its own before it is walked from.
      while (hand.rebaseQueue.length) await hand.running;
      if (waitsForChoice(hand)) return;
      hand.pendingUndo.push(way);
      await go(hand);
    };

    const theirsOf = (hand: Held) => wire.load(hand.held.id);

    /** A hand for a design as the server has it, with what was kept of it through a reload. */
    const taken = (held: State): Held => {
      const document = documentOf(held);
      const hand: Held = handOf(held, document);
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
        hand.saving = after(hand.saving, "recovered");
      } else if (kept.version !== held.version) {
        hand.saving = after(hand.saving, "overtaken");
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
          } else if (state.version > hand.held.version) told(hand, {}, "overtaken");
          else told(hand, {});
        }
        settled(current);
      },
      inHand: (design) => {
        const hand = handFor(design);
        return hand && { design: hand.held.id, document: hand.document };
      },
      change: (fix, dragging = false, design) => {
        const hand = handFor(design);
        if (hand) changed(hand, (document) => patched(document, fix), dragging);
      },
      settle: (design) => {
        const hand = handFor(design);
        if (hand) settled(hand);
      },
      putBack: (document, design) => {
        const hand = handFor(design);
        if (hand) told(hand, { document, dragging: false, rebaseQueue: [] });
      },
      replace: (document) => {
        if (current) changed(current, () => document, false);
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
          if (hand.saving !== "waiting" || hand.running) continue;
          if (isUnsaved(hand)) void go(hand);
          else told(hand, { words: "" }, "idle");
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
          Object.assign(hand, { document: documentOf(theirs), steps: [], sent: null, dragging: false });
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
          const mine = { held: theirs, saved: null, steps: [], sent: null, dragging: false, words: "" };
          told(hand, mine, "chosen");
          await go(hand);
        } catch (error) {
          const problem = error as ApiProblem;
          if (problem.status === 404) stopped(hand, problem);
          else told(hand, { words: problem.message });
        }
      },
      forget: () => {
        // Whatever is still on its way for them ends with it, and is not begun again.
        for (const hand of hands.values()) {
          Object.assign(hand, {
            document: hand.saved,
            steps: [],
            pendingUndo: [],
            rebaseQueue: [],
            unconfirmed: false,
          });
          hand.hurry?.();
        }
        hands.clear();
        current = null;
        dropAllUnsent();
        set({ held: null, document: null, saving: "saved", words: "", walked: "", waiting: [] });
      },
    };
  });
  onSignOut({
    still: () => {
      const many = useStore.getState().waiting.length;
      return many ? `${many} ${wire.word}${many > 1 ? "s" : ""} not saved` : "";
    },
    letGo: () => useStore.getState().forget(),
  });
  return useStore;
}

onSignedIn(claimUnsent);
