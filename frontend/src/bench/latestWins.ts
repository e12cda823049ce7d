/**
 * Asks one question at a time and remembers only the newest waiting one, so that a finger that
 * drags gets every answer the server can give and never an old one after a new one.
 */
export class LatestWins<Question, Answer> {
  private busy = false;
  private waiting: { question: Question } | null = null;

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
      this.heard(await this.ask(question), question);
    } catch (error) {
      this.failed(error as Error, question);
    }
    this.busy = false;
    const next = this.waiting;
    this.waiting = null;
    if (next) void this.go(next.question);
  }
}
