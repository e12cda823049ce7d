import { describe, expect, it } from "vitest";
import { levelFor, seen } from "./Tiles";

describe("the level that is shown", () => {
  it("has all pixels while one is at least one of the screen's", () => {
    expect(levelFor(13, 1)).toEqual({ level: 13, times: 1 });
    expect(levelFor(13, 2)).toEqual({ level: 13, times: 1 });
    expect(levelFor(13, 0.6)).toEqual({ level: 13, times: 1 });
  });
  it("is the smallest that still has as many as are seen", () => {
    expect(levelFor(13, 0.5)).toEqual({ level: 12, times: 2 });
    expect(levelFor(13, 0.26)).toEqual({ level: 12, times: 2 });
    expect(levelFor(2, 0.001)).toEqual({ level: 0, times: 4 });
  });
});

describe("the tiles that are seen", () => {
  it("are those that the pane lies over", () => {
    expect(seen(0, 1024, 512, 4000)).toEqual([0, 1]);
    expect(seen(-500, 100, 512, 4000)).toEqual([0, 1]);
    expect(seen(-512, 100, 512, 4000)).toEqual([1]);
  });
  it("end with the picture, and are none beside it", () => {
    expect(seen(-3500, 1000, 512, 4000)).toEqual([6, 7]);
    expect(seen(200, 1000, 512, 700)).toEqual([0, 1]);
    expect(seen(900, 800, 512, 700)).toEqual([]);
  });
});
