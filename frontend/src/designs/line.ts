// The line of work of a design in hand: one request at a time, each on the version that the one before has led to.
import { replaceEqualDeep } from "@tanstack/react-query";
import { answered, isAway, pause } from "../api/away";
import type { ApiProblem } from "../api/client";
import { isUnsaved, type DesignState, type Hand, type Wire } from "./hand";
import type { SavingEvent } from "./saving";

export function lineOf<State extends DesignState, Document extends { title: string }>(
  wire: Wire<State, Document>,
  told: (
    hand: Hand<State, Document>,
    change: Partial<Omit<Hand<State, Document>, "saving">>,
    event?: SavingEvent,
  ) => void,
) {
  type Held = Hand<State, Document>;
  const { documentOf } = wire;

  const accept = (hand: Held, held: State) =>
    told(hand, { held, saved: documentOf(held), words: "", tries: 0 }, "answered");

  const stopped = (hand: Held, problem: ApiProblem) => {
    const gone = `This ${wire.word} was removed elsewhere. What is in hand here cannot be saved any more.`;
    if (problem.status === 404) told(hand, { words: gone }, "removed");
    else told(hand, { words: problem.message }, problem.status === 409 ? "overtaken" : "refused");
  };

  const rest = (hand: Held, ms: number) =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, ms);
      hand.hurry = () => {
        clearTimeout(timer);
        resolve();
      };
    });

  /** After a request that failed: whether to go on, once the server is back. */
  const goesOn = async (hand: Held, problem: ApiProblem) => {
    if (problem.status === 401) {
      // Somebody signs in over the page; `again` goes on from here.
      told(hand, { words: problem.message }, "away");
      return false;
    }
    if (isAway(problem) || problem.status >= 500) {
      told(hand, { words: problem.message }, "away");
      await rest(hand, pause(hand.tries++));
      return true;
    }
    stopped(hand, problem);
    return false;
  };

  const save = async (hand: Held) => {
    const { held } = hand;
    const sent = hand.steps[0] ?? hand.document;
    told(hand, { sent }, "sent");
    try {
      const saved = await answered(wire.save(held.id, sent, held.version));
      // What says the same stays the same object: nothing is reckoned or drawn again for being saved.
      const answer = wire.withDocument(saved, replaceEqualDeep(sent, documentOf(saved)));
      hand.steps = hand.steps.filter((step) => step !== sent);
      hand.sent = null;
      // The server's wording of the same document, unless the hand has moved on.
      const untouched = hand.document === sent;
      if (untouched) hand.document = documentOf(answer);
      accept(hand, answer);
      if (!untouched) told(hand, { saved: null });
      return true;
    } catch (error) {
      const problem = error as ApiProblem;
      // What could not be sent becomes one step with what comes after it: the document in hand is kept.
      hand.steps = [];
      if (isAway(problem)) {
        // The server may have it all the same, so it hears it again first: on the version it was sent on.
        hand.steps = hand.dragging || hand.document === sent ? [sent] : [sent, hand.document];
      } else hand.sent = null;
      return goesOn(hand, problem);
    }
  };

  /** What a walk has led to, and on it what the hand has changed meanwhile. */
  const walked = (hand: Held, answer: State) => {
    hand.pendingUndo.shift();
    hand.document = hand.rebaseQueue.reduce((document, change) => change(document), documentOf(answer));
    if (!hand.pendingUndo.length) hand.rebaseQueue = [];
    accept(hand, answer);
  };

  const walk = async (hand: Held) => {
    const [way = "undo"] = hand.pendingUndo;
    told(hand, {}, "sent");
    try {
      const answer = await answered(wire.walk(hand.held.id, way, hand.held.version));
      const parts = !hand.rebaseQueue.length && wire.whatChanged(hand.document, documentOf(answer));
      hand.walked = parts ? `${way === "undo" ? "undone" : "redone"}: ${parts}` : "";
      walked(hand, answer);
      return true;
    } catch (error) {
      hand.unconfirmed = isAway(error);
      return goesOn(hand, error as ApiProblem);
    }
  };

  /** After a walk whose answer never came: what the server has now tells whether it arrived. */
  const askAnew = async (hand: Held) => {
    try {
      const theirs = await answered(wire.load(hand.held.id));
      const arrived = theirs.version !== hand.held.version;
      hand.unconfirmed = false;
      if (hand.rebaseQueue.length) {
        // The hand has gone on from what it saw: that is saved, on whatever stands there.
        Object.assign(hand, { pendingUndo: [], rebaseQueue: [] });
        told(hand, { held: theirs, saved: null });
      } else if (arrived) walked(hand, theirs);
      return true;
    } catch (error) {
      return goesOn(hand, error as ApiProblem);
    }
  };

  /** Save every settled step and take every walk. */
  const go = (hand: Held): Promise<void> => {
    hand.running ??= (async () => {
      try {
        for (let on = true; on;) {
          if (hand.unconfirmed) on = await askAnew(hand);
          else if (hand.steps.length) on = await save(hand);
          else if (hand.pendingUndo.length) on = await walk(hand);
          else if (isUnsaved(hand) && !hand.dragging) on = await save(hand);
          else break;
        }
      } finally {
        Object.assign(hand, { running: null, hurry: null, pendingUndo: [], rebaseQueue: [] });
      }
    })();
    return hand.running;
  };

  return { go, accept, stopped };
}
