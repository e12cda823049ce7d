/**
 * A request that can be asked again: it keeps what it was made of, so that nothing is copied beforehand for a second
 * time that hardly ever comes. To copy one takes as long as to send it, and a moving hand sends many.
 */
export class Asked extends Request {
  constructor(
    private readonly madeOf: RequestInfo | URL,
    private readonly saying?: RequestInit,
  ) {
    super(madeOf, saying);
  }

  /** The same once more, with all that was said beside it since. */
  again(): Asked {
    const next = new Asked(this.madeOf, this.saying);
    for (const [name, said] of this.headers) next.headers.set(name, said);
    return next;
  }
}
