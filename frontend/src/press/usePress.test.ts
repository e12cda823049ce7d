import { describe, expect, it } from "vitest";
import { butFor, settingOf } from "./usePress";

const RECIPE = {
  scaling: "100",
  borderless: false,
  driver_colour: true,
  quality: "best",
  turn: 90,
  medium: "satin",
} as const;

describe("a cure that a difference names", () => {
  it("is set by a click where it is a setting", () => {
    expect(settingOf("scaling=100")).toEqual({ scaling: "100" });
    expect(settingOf("turn=90")).toEqual({ turn: 90 });
    expect(settingOf("driver-colour=no")).toEqual({ driver_colour: false });
    expect(settingOf("borderless=yes")).toEqual({ borderless: true });
    expect(settingOf("quality=best")).toEqual({ quality: "best" });
    expect(settingOf("medium=cotton")).toEqual({ medium: "cotton" });
  });

  it("is words where it is none", () => {
    expect(settingOf("a border as wide as the margins")).toBeNull();
    expect(settingOf("tray=2")).toBeNull();
  });
});

describe("what is set", () => {
  it("is told to the server only where it is not as the recipe says", () => {
    expect(butFor({ scaling: "fit", turn: 90, medium: "satin" }, RECIPE)).toEqual({ scaling: "fit" });
    expect(butFor({ ...RECIPE }, RECIPE)).toEqual({});
  });
});
