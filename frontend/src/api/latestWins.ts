import { answered, isAway, pause } from "./away";
import { newKey } from "./newKey";

/** Which word of its line this is, and whether the page goes while it is said. */
export interface Turn {
  line: string;
  number: number;
  leaving: boolean;
}

/**
 * What goes along with a request that saves, so that an older word changes nothing once a newer one was dealt with
 * (a last word can overtake the one before it on the server).
 */
export const inOrder = ({ line, number, leaving }: Turn) => ({
  headers: { "In-Order": `${line};${number}` },
  keepalive: leaving,
});

/** Somebody is waiting with a hand on the picture. */
const LONGEST_MS = 2000;
/** A server that answers as quickly as this has room for a second question meanwhile. */
const QUICK_MS = 60;

/**
 * Asks one question at a time and remembers only the newest waiting one, so that a finger that
 * drags gets every answer the server can give and never an old one after a new one. While the server
 * is away the newest question is asked again, with growing pauses, until it is answered.
 *
 * Questions that change nothing may go two `abreast` while answers come quickly: the next is on its way before the one
 * before is heard. A server that is busy is asked one at a time.
 *
 * A line that saves has a last word: who leaves the page before the newest is answered loses nothing.
 */
export class LatestWins<Question, Answer> {
  private onTheWay = 0;
  private asked = 0;
  private heardUpTo = 0;
  private quick = true;
  private waiting: { question: Question } | null = null;
  private unanswered: { question: Question } | null = null;
  private tries = 0;
  private readonly line = newKey();
  private said = 0;

  constructor(
    private readonly ask: (question: Question, turn: Turn) => Promise<Answer>,
    private readonly heard: (answer: Answer, question: Question) => void,
    private readonly failed: (error: Error, question: Question) => void,
    private readonly abreast: 1 | 2 = 1,
  ) {}

  put(question: Question): void {
    this.unanswered = { question };
    if (this.onTheWay >= (this.quick ? this.abreast : 1)) {
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
    if (this.unanswered) void this.ask(this.unanswered.question, this.turn(true)).catch(() => undefined);
  }

  private turn(leaving: boolean): Turn {
    return { line: this.line, number: ++this.said, leaving };
  }

  private async go(question: Question): Promise<void> {
    const [number, begun] = [++this.asked, performance.now()];
    this.onTheWay++;
    try {
      const answer = await answered(this.ask(question, this.turn(false)));
      this.quick = performance.now() - begun < QUICK_MS;
      this.over(question);
      this.tries = 0;
      if (this.isNews(number)) this.heard(answer, question);
    } catch (error) {
      this.quick = false;
      if (!isAway(error)) this.over(question);
      if (this.isNews(number)) this.failed(error as Error, question);
      if (isAway(error)) {
        await new Promise((resolve) => setTimeout(resolve, Math.min(LONGEST_MS, pause(this.tries++))));
        if (this.unanswered?.question === question) this.waiting ??= { question };
      }
    }
    this.onTheWay--;
    const next = this.waiting;
    this.waiting = null;
    if (next) void this.go(next.question);
  }

  /** Whether this comes after all that was heard; an older word that was overtaken on its way is none. */
  private isNews(number: number): boolean {
    if (number < this.heardUpTo) return false;
    this.heardUpTo = number;
    return true;
  }

  private over(question: Question): void {
    if (this.unanswered?.question === question) this.unanswered = null;
  }
}
