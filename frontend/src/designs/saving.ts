// How it stands with saving a document in hand: every state with its meaning, and what leads from one to another.

export type Saving =
  /** The server has it. */
  | "saved"
  /** It is on its way. */
  | "saving"
  /** The server is away, or somebody has to sign in first: it is sent again by itself. */
  | "waiting"
  /** It was changed elsewhere. Nothing is sent before its owner has chosen between the two. */
  | "stale"
  /** The server said no to it as it is: the next change is sent. */
  | "refused"
  /** It was removed elsewhere: it stays in hand, and nothing of it can be saved. */
  | "gone";

export type SavingEvent =
  /** A request goes out. */
  | "sent"
  /** The server has said what it has: that is in hand now. */
  | "answered"
  /** No answer came, or that somebody has to sign in. */
  | "away"
  /** The server has another version than the one that was worked on. */
  | "overtaken"
  /** It will not have the document. */
  | "refused"
  /** It has the design no more. */
  | "removed"
  /** The owner wants this window's document on top of the other one. */
  | "chosen"
  /** What was kept through a reload is in hand again, and has to be sent once more. */
  | "recovered"
  /** Nothing is left to be sent. */
  | "idle";

type Ways = Partial<Record<SavingEvent, Saving>>;

/** What may come in whatever state. */
const ALWAYS = { answered: "saved", removed: "gone" } as const;

export const NEXT: Record<Saving, Ways> = {
  saved: { ...ALWAYS, sent: "saving", overtaken: "stale", chosen: "waiting", recovered: "waiting" },
  saving: {
    ...ALWAYS,
    sent: "saving",
    away: "waiting",
    overtaken: "stale",
    refused: "refused",
    chosen: "saving",
  },
  waiting: {
    ...ALWAYS,
    sent: "saving",
    away: "waiting",
    overtaken: "stale",
    refused: "refused",
    chosen: "waiting",
    idle: "saved",
  },
  stale: { ...ALWAYS, overtaken: "stale", chosen: "waiting" },
  refused: { ...ALWAYS, sent: "saving", away: "waiting", overtaken: "stale", chosen: "waiting" },
  gone: { ...ALWAYS },
};

/** The state after an event. One that cannot happen there changes nothing: what is in hand is kept whatever goes wrong. */
export function after(state: Saving, event: SavingEvent): Saving {
  const next = NEXT[state][event];
  if (!next && import.meta.env.DEV) throw new Error(`“${event}” cannot happen to what is ${state}`);
  return next ?? state;
}

/** Nothing of it goes to the server before its owner has chosen, or at all. */
export const waitsForChoice = ({ saving }: { saving: Saving }) => !NEXT[saving].sent;
