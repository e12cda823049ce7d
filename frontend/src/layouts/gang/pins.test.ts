import { describe, expect, it } from "vitest";
import type { GangPieceDrawn } from "../../api/types";
import { inPlace, pinned, placeOf, turnedPin, unpinned } from "./pins";

const piece: GangPieceDrawn = {
  number: 3, plan: 1, copy: 0, name: "Gear", sheet: 0, box: [5, 20, 300, 200], turn: 0, pinned: false, may_turn: true,
  size: "30 × 20 cm", place: "0.5, 2",
}; // oxfmt-ignore
const other = { plan: 1, copy: 1, x: "1 cm", y: "2 cm", turn: 0 as const, sheet: 0 };

describe("a piece that is pinned", () => {
  it("is held at its place in the unit that is worked in, once", () => {
    const once = pinned([other], piece, { x: 123, y: 40 }, "cm");
    expect(once).toEqual([other, { plan: 1, copy: 0, x: "12.3 cm", y: "4 cm", turn: 0, sheet: 0 }]);
    expect(pinned(once, piece, { x: 200, y: 40 }, "mm")).toHaveLength(2);
  });
  it("never lies left of the roll", () => {
    expect(pinned([], piece, { x: -8, y: -1 }, "mm")[0]).toMatchObject({ x: "0 mm", y: "0 mm" });
  });
  it("is turned where it lies", () => {
    expect(turnedPin([], piece, "mm")).toEqual([
      { plan: 1, copy: 0, x: "5 mm", y: "20 mm", turn: 90, sheet: 0 },
    ]);
    expect(turnedPin([], { ...piece, turn: 90 }, "mm")[0]?.turn).toBe(0);
  });
  it("is moved from where the last key has put it, though the answer has not come", () => {
    const once = pinned([], piece, { x: 6, y: 20 }, "mm");
    expect(placeOf(once, piece)).toEqual({ x: 6, y: 20 });
    expect(placeOf([other], piece)).toEqual({ x: 5, y: 20 });
  });
  it("is let go alone", () => {
    const both = pinned([other], piece, { x: 1, y: 1 }, "mm");
    expect(unpinned(both, piece)).toEqual([other]);
  });

  it("keeps every piece in its place on the page when the numbers change under a hand", () => {
    const numbered = (first: number, second: number) =>
      [
        { ...piece, number: first, sheet: 0 },
        { ...piece, copy: piece.copy + 1, number: second, sheet: 0 },
      ].sort((one, next) => one.number - next.number);
    const keys = (pieces: GangPieceDrawn[]) => inPlace(pieces, 0).map(({ plan, copy }) => `${plan} ${copy}`);
    expect(keys(numbered(1, 2))).toEqual(keys(numbered(2, 1)));
    expect(inPlace(numbered(1, 2), 1)).toEqual([]);
  });
});
