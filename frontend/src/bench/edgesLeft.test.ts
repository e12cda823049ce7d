// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from "vitest";
import type { Plan } from "../api/types";
import { edgesLeft, leaveEdge } from "./edgesLeft";

const wrap = { kind: "wrap", depth: "2 cm", turn: "1 cm", fill: "stretch" } as unknown as Plan["edge"];

describe("an edge that was left", () => {
  beforeEach(() => localStorage.clear());

  it("is kept by its kind, for its print alone", () => {
    leaveEdge(7, wrap);
    leaveEdge(7, { kind: "none" });
    expect(edgesLeft(7)).toEqual({ wrap, none: { kind: "none" } });
    expect(edgesLeft(8)).toEqual({});
  });

  it("of a print long out of hand makes room", () => {
    for (let print = 1; print <= 102; print++) leaveEdge(print, wrap);
    expect(edgesLeft(2)).toEqual({});
    expect(edgesLeft(3)).toEqual({ wrap });
  });

  it("is forgotten where the storage holds something else", () => {
    localStorage.setItem("zollstock.edges.7", "[1");
    expect(edgesLeft(7)).toEqual({});
    localStorage.setItem("zollstock.edges.7", "[1]");
    expect(edgesLeft(7)).toEqual({});
  });
});
