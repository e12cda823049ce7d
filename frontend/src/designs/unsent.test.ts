// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from "vitest";
import type { Plan } from "../api/types";
import { claimUnsent, keepUnsent, unsentOf } from "./unsent";

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
});
