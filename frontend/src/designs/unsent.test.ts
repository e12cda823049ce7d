// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from "vitest";
import type { Plan } from "../api/types";
import { claimUnsent, dropUnsent, keepUnsent, unsentOf } from "./unsent";

const plan = { title: "Fog" } as Plan;

describe("plans kept in the browser", () => {
  beforeEach(() => {
    localStorage.clear();
  });

  it("stay with the account they are of, and go when another comes", () => {
    claimUnsent("keeper");
    keepUnsent(7, { version: 2, plan });
    claimUnsent("keeper");
    expect(unsentOf(7)).toEqual({ version: 2, plan });
    claimUnsent("printer");
    expect(unsentOf(7)).toBeNull();
  });

  it("another window's save drops this window's copy of the same print no more", () => {
    keepUnsent(7, { version: 2, plan });
    localStorage.setItem("zollstock.unsent.7.elsewhere", JSON.stringify({ version: 3, plan }));
    localStorage.setItem("zollstock.alive.elsewhere", String(Date.now()));
    dropUnsent(7);
    // What lives elsewhere is neither dropped nor taken from there.
    expect(localStorage.getItem("zollstock.unsent.7.elsewhere")).not.toBeNull();
    expect(unsentOf(7)).toBeNull();
  });

  it("what a window that has ended left behind is taken over, once", () => {
    localStorage.setItem("zollstock.unsent.7.ended", JSON.stringify({ version: 3, plan }));
    localStorage.setItem("zollstock.alive.ended", String(Date.now() - 60_000));
    localStorage.setItem("zollstock.unsent.77.ended", JSON.stringify({ version: 9, plan }));
    expect(unsentOf(7)).toEqual({ version: 3, plan });
    expect(localStorage.getItem("zollstock.unsent.7.ended")).toBeNull();
    expect(unsentOf(7)).toEqual({ version: 3, plan });
    dropUnsent(7);
    expect(unsentOf(7)).toBeNull();
  });

  it("and what an earlier version of the page has kept", () => {
    localStorage.setItem("zollstock.unsent.7", JSON.stringify({ version: 1, plan }));
    expect(unsentOf(7)).toEqual({ version: 1, plan });
  });
});
