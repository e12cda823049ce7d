import { answered, isAway, pause } from "./away";

/** Somebody is waiting with a hand on the picture. */
const LONGEST_MS = 2000;

/**
 * Asks one question at a time and remembers only the newest waiting one, so that a finger that
 * drags gets every answer the server can give and never an old one after a new one. While the server
 * is away the newest question is asked again, with growing pauses, until it is answered.
 *
 * A line that saves has a last word: who leaves the page before the newest is answered loses nothing.
 */
export class LatestWins<Question, Answer> {
  private busy = false;
  private waiting: { question: Question } | null = null;
  private unanswered: { question: Question } | null = null;
  private tries = 0;

  constructor(
    private readonly ask: (question: Question, leaving: boolean) => Promise<Answer>,
    private readonly heard: (answer: Answer, question: Question) => void,
    private readonly failed: (error: Error, question: Question) => void,
  ) {}

  put(question: Question): void {
    this.unanswered = { question };
    if (this.busy) {
      this.waiting = { question };
      return;
    }
    void this.go(question);
  }

  /** Whether the newest question has its answer, or was refused. */
  get isQuiet(): boolean {
    return this.unanswered === null;
  }

  /** The page goes: the newest is said at once, whatever is still on its way. */
  lastWord(): void {
    if (this.unanswered) void this.ask(this.unanswered.question, true).catch(() => undefined);
  }

  private async go(question: Question): Promise<void> {
    this.busy = true;
    try {
      const answer = await answered(this.ask(question, false));
      this.over(question);
      this.heard(answer, question);
      this.tries = 0;
    } catch (error) {
      if (!isAway(error)) this.over(question);
      this.failed(error as Error, question);
      if (isAway(error)) {
        await new Promise((resolve) => setTimeout(resolve, Math.min(LONGEST_MS, pause(this.tries++))));
        this.waiting ??= { question };
      }
    }
    this.busy = false;
    const next = this.waiting;
    this.waiting = null;
    if (next) void this.go(next.question);
  }

  private over(question: Question): void {
    if (this.unanswered?.question === question) this.unanswered = null;
  }
}
