// Which is finer, asked of somebody who does not know which is which.

/** Two ways in an order that nobody knows; what was answered, once it was. */
export interface Blind {
  first: string;
  second: string;
  answered: boolean;
}

/** Shuffled: `toss` is a number from 0 to 1. */
export function hidden(one: string, other: string, toss: number): Blind {
  const [first, second] = toss < 0.5 ? [one, other] : [other, one];
  return { first, second, answered: false };
}

export function tossed(): number {
  return (crypto.getRandomValues(new Uint32Array(1))[0] as number) / 2 ** 32;
}
