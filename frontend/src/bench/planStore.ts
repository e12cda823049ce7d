// Plans in hand: what is on the bench now, and what other prints still wait to have saved.
//
// A plan belongs to its print. Going to another print, a lost line or a reload takes nothing from it:
// its saving goes on by itself, and what the server has not got stays in the browser's storage.
import { replaceEqualDeep } from "@tanstack/react-query";
import { create } from "zustand";
import { isAway, pause } from "../api/away";
import { ApiProblem, client, must } from "../api/client";
import type { Plan, PrintState } from "../api/types";
import { onSignedIn, onSignOut } from "../session/useSession";
import { patched, type Fix } from "./fix";
import { whatChanged } from "./whatChanged";
import { claimUnsent, dropAllUnsent, dropUnsent, keepUnsent, unsentOf } from "./unsent";

/** `gone`: the print was removed elsewhere. */
export type Saving = "saved" | "saving" | "waiting" | "stale" | "refused" | "gone";

/** A print whose plan the server has not got yet. */
export interface Waiting {
  id: number;
  title: string;
  saving: Saving;
}

interface PlanStore {
  print: PrintState | null;
  plan: Plan | null;
  saving: Saving;
  words: string;
  /** What the last undo or redo took back or brought back: "undone: size". */
  walked: string;
  /** All prints with something unsaved, the one on the bench among them. */
  waiting: Waiting[];
  /** Put a print on the bench; what is in hand of it, or was kept through a reload, goes on. */
  open: (print: PrintState) => void;
  /** Change the plan in hand; a change that is still going on (a drag) is not saved yet. */
  change: (fix: Fix, going?: boolean) => void;
  /** Save what a drag has led to. */
  settle: () => void;
  /** A drag was called off: the plan is the one from before it. */
  putBack: (plan: Plan) => void;
  /** Put another plan in place of the whole one in hand. */
  replace: (plan: Plan) => void;
  /** Whether anything in hand, of any print, is not saved yet. */
  unsaved: () => boolean;
  /** Wait until everything in hand of this print is saved, or cannot be: then null. */
  flush: () => Promise<PrintState | null>;
  /** Try again at once to save everything that waits. */
  again: () => void;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  /** After another window's change: take over what it saved. */
  takeTheirs: () => Promise<void>;
  /** After another window's change: save this window's plan on top of it. */
  keepMine: () => Promise<void>;
  /** Somebody signs out: nothing of theirs stays. */
  forget: () => void;
}

interface Hand {
  print: PrintState;
  plan: Plan;
  /** The plan that the server has; null when it is another one in any case. */
  saved: Plan | null;
  /** Settled plans that are not saved yet, in their order: each is a step of its own to undo. */
  steps: Plan[];
  /** Whether the plan in hand is in the middle of a drag or of typing: not to be saved yet. */
  going: boolean;
  saving: Saving;
  words: string;
  walked: string;
  running: Promise<void> | null;
  /** Ends the pause before the next try. */
  hurry: (() => void) | null;
}

const path = (print: PrintState) => ({ params: { path: { print_id: print.id } } });
const isUnsaved = (hand: Hand) => hand.plan !== hand.saved;
const GONE = "This print was removed elsewhere. What is in hand here cannot be saved any more.";

export const usePlanStore = create<PlanStore>((set, get) => {
  const hands = new Map<number, Hand>();
  let current: Hand | null = null;

  /** Change a hand and tell whoever looks at it; `going` changes are kept in storage when they settle. */
  const told = (hand: Hand, change: Partial<Hand>) => {
    Object.assign(hand, change);
    if (!isUnsaved(hand) || hand.saving === "gone") dropUnsent(hand.print.id);
    else if (!hand.going) keepUnsent(hand.print.id, { version: hand.print.version, plan: hand.plan });
    const waiting = [...hands.values()]
      .filter((one) => isUnsaved(one) && one.saving !== "gone")
      .map(({ print, plan, saving }) => ({ id: print.id, title: plan.title, saving }));
    const same = JSON.stringify(waiting) === JSON.stringify(get().waiting);
    const { print, plan, saving, words, walked } = current ?? {
      print: null,
      plan: null,
      saving: "saved" as const,
      words: "",
      walked: "",
    };
    set({ print, plan, saving, words, walked, ...(same ? {} : { waiting }) });
  };

  const accept = (hand: Hand, print: PrintState) =>
    told(hand, { print, saved: print.plan, saving: "saved", words: "" });

  const stopped = (hand: Hand, problem: ApiProblem) => {
    if (problem.status === 404) told(hand, { saving: "gone", words: GONE });
    else told(hand, { saving: problem.status === 409 ? "stale" : "refused", words: problem.message });
  };

  const rest = (hand: Hand, ms: number) =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, ms);
      hand.hurry = () => {
        clearTimeout(timer);
        resolve();
      };
    });

  /** The plan in hand is a step: it is saved after those before it. */
  const settled = (hand: Hand) => {
    hand.going = false;
    if (isUnsaved(hand) && hand.steps.at(-1) !== hand.plan) hand.steps.push(hand.plan);
    told(hand, {});
    // A stale plan waits for its owner's choice; saving it again would only be refused again.
    if (isUnsaved(hand) && hand.saving !== "stale" && hand.saving !== "gone") void save(hand);
  };

  /** Save until the server has every settled step; one request at a time, in order. */
  const save = (hand: Hand): Promise<void> => {
    hand.running ??= (async () => {
      let tries = 0;
      while (isUnsaved(hand) && (hand.steps.length || !hand.going)) {
        const { print } = hand;
        const plan = hand.steps[0] ?? hand.plan;
        told(hand, { saving: "saving" });
        try {
          const saved = await must<PrintState>(
            client.PUT("/api/prints/{print_id}/plan", {
              ...path(print),
              body: { plan: plan as Record<string, unknown>, version: print.version },
            }),
          );
          // What says the same stays the same object: nothing is reckoned or drawn again for being saved.
          const answer = { ...saved, plan: replaceEqualDeep(plan, saved.plan) };
          hand.steps = hand.steps.filter((step) => step !== plan);
          // The server's wording of the same plan, unless the hand has moved on.
          const untouched = hand.plan === plan;
          if (untouched) hand.plan = answer.plan;
          accept(hand, answer);
          if (!untouched) told(hand, { saved: null });
          tries = 0;
        } catch (error) {
          const problem = error as ApiProblem;
          // What could not be sent becomes one step with what comes after it: the plan in hand is kept.
          hand.steps = [];
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
      const answer = await must<PrintState>(
        client.POST(`/api/prints/{print_id}/${way}`, {
          ...path(hand.print),
          body: { version: hand.print.version },
        }),
      );
      const parts = whatChanged(hand.plan, answer.plan);
      hand.plan = answer.plan;
      hand.walked = parts && `${way === "undo" ? "undone" : "redone"}: ${parts}`;
      accept(hand, answer);
    } catch (error) {
      stopped(hand, error as ApiProblem);
    }
  };

  const theirsOf = (hand: Hand) => must<PrintState>(client.GET("/api/prints/{print_id}", path(hand.print)));

  /** A hand for a print as the server has it, with what was kept of it through a reload. */
  const taken = (print: PrintState): Hand => {
    const hand: Hand = {
      print,
      plan: print.plan,
      saved: print.plan,
      saving: "saved",
      words: "",
      walked: "",
      steps: [],
      going: false,
      running: null,
      hurry: null,
    };
    const kept = unsentOf(print.id);
    if (!kept) return hand;
    // An answer that a reload did not wait for: what was sent is what the server has.
    if (replaceEqualDeep(print.plan, kept.plan) === print.plan) return hand;
    hand.plan = kept.plan;
    if (kept.version !== print.version) {
      hand.saving = "stale";
      hand.words = "This print was changed elsewhere since. What was not saved here is still in hand.";
    }
    return hand;
  };

  return {
    print: null,
    plan: null,
    saving: "saved",
    words: "",
    walked: "",
    waiting: [],
    open: (print) => {
      // What a drag or half a title has led to on the print before is as good as let go of.
      if (current && current.print.id !== print.id) get().settle();
      const held = hands.get(print.id);
      if (!held) {
        current = taken(print);
        hands.set(print.id, current);
        told(current, {});
      } else {
        current = held;
        // An answer that was on its way while something was saved is older than what is in hand.
        if (print.version < held.print.version || held.running) told(held, {});
        else if (!isUnsaved(held)) {
          held.plan = print.plan;
          accept(held, print);
        } else if (print.version > held.print.version) told(held, { saving: "stale" });
        else told(held, {});
      }
      settled(current);
    },
    change: (fix, going = false) => {
      const hand = current;
      if (!hand) return;
      told(hand, { plan: patched(hand.plan, fix), walked: "", going });
      if (!going) settled(hand);
    },
    settle: () => {
      if (current) settled(current);
    },
    putBack: (plan) => {
      if (current) told(current, { plan, going: false });
    },
    replace: (plan) => {
      if (!current) return;
      told(current, { plan, walked: "" });
      settled(current);
    },
    unsaved: () => [...hands.values()].some((hand) => isUnsaved(hand) && hand.saving !== "gone"),
    flush: async () => {
      const hand = current;
      if (!hand) return null;
      settled(hand);
      await hand.running;
      return hand.saving === "saved" ? hand.print : null;
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
        Object.assign(hand, { plan: theirs.plan, steps: [], going: false });
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
        told(hand, { print: theirs, saved: null, steps: [], going: false, saving: "waiting", words: "" });
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
      set({ print: null, plan: null, saving: "saved", words: "", walked: "", waiting: [] });
    },
  };
});

onSignOut(() => usePlanStore.getState().forget());
onSignedIn(claimUnsent);
