// The plan in hand: what is on the bench now, kept on the server by itself with every change.
import { create } from "zustand";
import { isAway, pause } from "../api/away";
import { ApiProblem, client, must } from "../api/client";
import type { Plan, PrintState } from "../api/types";
import { patched, type Fix } from "./fix";

export type Saving = "saved" | "saving" | "waiting" | "stale" | "refused";

interface PlanStore {
  print: PrintState | null;
  plan: Plan | null;
  saving: Saving;
  words: string;
  /** Put a print on the bench. */
  open: (print: PrintState) => void;
  /** Change the plan in hand; a change that is still going on (a drag) is not saved yet. */
  change: (fix: Fix, going?: boolean) => void;
  /** Save what a drag has led to. */
  settle: () => void;
  /** Whether something in hand is not saved yet. */
  unsaved: () => boolean;
  /** Wait until everything in hand is saved, or cannot be. */
  flush: () => Promise<void>;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  /** After another window's change: take over what it saved. */
  takeTheirs: () => Promise<void>;
  /** After another window's change: save this window's plan on top of it. */
  keepMine: () => Promise<void>;
}

const path = (print: PrintState) => ({ params: { path: { print_id: print.id } } });

export const usePlanStore = create<PlanStore>((set, get) => {
  let saved: Plan | null = null;
  let running: Promise<void> | null = null;

  const accept = (print: PrintState) => {
    saved = print.plan;
    set({ print, saving: "saved", words: "" });
  };

  /** Save until the server has what is in hand; one request at a time, in order. */
  const save = (): Promise<void> => {
    running ??= (async () => {
      let tries = 0;
      for (;;) {
        const { print, plan } = get();
        if (!print || !plan || plan === saved) break;
        set({ saving: "saving" });
        try {
          const answer = await must<PrintState>(
            client.PUT("/api/prints/{print_id}/plan", {
              ...path(print),
              body: { plan: plan as Record<string, unknown>, version: print.version },
            }),
          );
          if (get().print?.id !== print.id) break;
          const untouched = get().plan === plan;
          accept(answer);
          // The server's wording of the same plan, unless the hand has moved on.
          if (untouched) set({ plan: answer.plan });
          else saved = null;
        } catch (error) {
          const problem = error as ApiProblem;
          if (isAway(problem) || problem.status >= 500) {
            set({ saving: "waiting", words: problem.message });
            await new Promise((resolve) => setTimeout(resolve, pause(tries++)));
            continue;
          }
          set({ saving: problem.status === 409 ? "stale" : "refused", words: problem.message });
          break;
        }
      }
    })().finally(() => {
      running = null;
    });
    return running;
  };

  const walk = async (way: "undo" | "redo") => {
    await save();
    const { print, saving } = get();
    if (!print || saving !== "saved") return;
    try {
      const answer = await must<PrintState>(
        client.POST(`/api/prints/{print_id}/${way}`, {
          ...path(print),
          body: { version: print.version },
        }),
      );
      accept(answer);
      set({ plan: answer.plan });
    } catch (error) {
      const problem = error as ApiProblem;
      set({ saving: problem.status === 409 ? "stale" : "refused", words: problem.message });
    }
  };

  const current = async (): Promise<PrintState | null> => {
    const { print } = get();
    return print ? must<PrintState>(client.GET("/api/prints/{print_id}", path(print))) : null;
  };

  return {
    print: null,
    plan: null,
    saving: "saved",
    words: "",
    open: (print) => {
      accept(print);
      set({ plan: print.plan });
    },
    change: (fix, going = false) => {
      const { plan, saving } = get();
      if (!plan) return;
      set({ plan: patched(plan, fix) });
      if (!going && saving !== "stale") void save();
    },
    settle: () => {
      // A stale plan waits for its owner's choice; saving it again would only be refused again.
      if (get().saving !== "stale") void save();
    },
    unsaved: () => get().plan !== saved,
    flush: save,
    undo: () => walk("undo"),
    redo: () => walk("redo"),
    takeTheirs: async () => {
      await running;
      const theirs = await current();
      if (theirs) get().open(theirs);
    },
    keepMine: async () => {
      await running;
      const theirs = await current();
      if (!theirs) return;
      accept(theirs);
      saved = null;
      await save();
    },
  };
});
