import { answered, isAway, pause } from "./away";

/** Somebody is waiting with a hand on the picture. */
const LONGEST_MS = 2000;

/**
 * Asks one question at a time and remembers only the newest waiting one, so that a finger that
 * drags gets every answer the server can give and never an old one after a new one. While the server
 * is away the newest question is asked again, with growing pauses, until it is answered.
 */
export class LatestWins<Question, Answer> {
  private busy = false;
  private waiting: { question: Question } | null = null;
  private tries = 0;

  constructor(
    private readonly ask: (question: Question) => Promise<Answer>,
    private readonly heard: (answer: Answer, question: Question) => void,
    private readonly failed: (error: Error, question: Question) => void,
  ) {}

  put(question: Question): void {
    if (this.busy) {
      this.waiting = { question };
      return;
    }
    void this.go(question);
  }

  private async go(question: Question): Promise<void> {
    this.busy = true;
    try {
      this.heard(await answered(this.ask(question)), question);
      this.tries = 0;
    } catch (error) {
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
}
