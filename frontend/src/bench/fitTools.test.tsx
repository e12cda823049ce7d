// @vitest-environment happy-dom
import { Around } from "../legend/legend.testing";
import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Plan, Worksheet, ZoneRow } from "../api/types";
import { GUIDES, useFitTools } from "./fitTools";
import { guideLines } from "./Guides";
import { KeepZones, zoneWords } from "./KeepZones";
import { meanColour, stored } from "./pickedColour";
import { usePlanStore } from "./planStore";
import { PaddingPanel } from "./steps/PaddingPanel";
import { ZoneList } from "./steps/ZoneList";

const change = vi.fn();
const settle = vi.fn();
beforeEach(() => {
  change.mockReset();
  settle.mockReset();
  usePlanStore.setState({ change, settle });
  useFitTools.setState({ guide: "none", zone: null, drawing: false, picking: false });
});

const hand = { name: "hand", x: 0.5, y: 0.4, w: 0.2, h: 0.1 };
const plan = (fit: object) =>
  ({
    edge: { kind: "none" },
    fit: { mode: "fill", anchor: [0.5, 0.5], keep: [hand], ...fit },
  }) as unknown as Plan;
const row: ZoneRow = { name: "hand", state: "kept", side: "left", room: "1.2 cm" };

describe("guides", () => {
  it("are off at first and come round again", () => {
    const { nextGuide } = useFitTools.getState();
    const seen = GUIDES.map(() => {
      nextGuide();
      return useFitTools.getState().guide;
    });
    expect(new Set(seen)).toEqual(new Set(GUIDES));
    expect(seen.at(-1)).toBe("none");
  });

  it("lie where they are called by", () => {
    expect(guideLines("none", 1.5)).toEqual([]);
    expect(
      guideLines("thirds", 1.5)
        .map((line) => line[0])
        .filter((x) => x > 0),
    ).toEqual([1 / 3, 2 / 3]);
    expect(guideLines("golden", 1)[0]?.[0]).toBeCloseTo(0.382, 3);
    expect(guideLines("diagonals", 2)).toHaveLength(2);
    // Fields of a grid are square: eight across a picture of 2:1 are four down.
    expect(guideLines("grid", 2)).toHaveLength(7 + 3);
    expect(guideLines("grid", 0.5)).toHaveLength(3 + 7);
  });
});

describe("a colour from the picture", () => {
  it("is the mean of the spot", () => {
    expect(meanColour([0, 10, 20, 255, 100, 30, 40, 255])).toBe("#32141e");
  });

  it("is looked up where the proof has it, however the picture is turned", () => {
    expect(stored([0.2, 0.1], 0)).toEqual([0.2, 0.1]);
    // Top right after a quarter turn clockwise was top left before.
    expect(stored([0.9, 0.2], 90).map((share) => Math.round(share * 10) / 10)).toEqual([0.2, 0.1]);
    expect(stored([0.2, 0.1], 180)).toEqual([0.8, 0.9]);
    expect(stored([0.1, 0.8], 270).map((share) => Math.round(share * 10) / 10)).toEqual([0.2, 0.1]);
  });
});

describe("keep zones on the drawing", () => {
  const draw = (fit = {}) =>
    render(
      <svg>
        <KeepZones plan={plan(fit)} rows={[row]} whole={[0, 0, 200, 100]} />
      </svg>,
    );

  it("say name, room and side", () => {
    draw();
    expect(screen.getByRole("application")).toHaveAccessibleName(/hand, 1.2 cm to the left edge/);
    expect(zoneWords({ ...row, state: "cut", room: "4 mm cut" }, hand)).toBe("hand, 4 mm cut at the left");
    expect(zoneWords(undefined, { ...hand, name: "" })).toBe("keep zone");
  });

  it("are moved, resized and removed by keys", () => {
    draw();
    const zone = screen.getByRole("application");
    fireEvent.keyDown(zone, { key: "ArrowRight", shiftKey: true });
    expect(change).toHaveBeenLastCalledWith({ "fit.keep": [{ ...hand, x: 0.54 }] }, false);
    fireEvent.keyDown(zone, { key: "ArrowDown", ctrlKey: true });
    expect(change).toHaveBeenLastCalledWith({ "fit.keep": [{ ...hand, h: 0.105 }] }, false);
    fireEvent.keyDown(zone, { key: "Delete" });
    expect(change).toHaveBeenLastCalledWith({ "fit.keep": [] });
  });

  it("have handles only while chosen", () => {
    const { container } = draw();
    const count = () => container.querySelectorAll("rect[rx='2']").length;
    expect(count()).toBe(0);
    fireEvent.focus(screen.getByRole("application"));
    expect(count()).toBe(8);
  });

  it("lean with the picture", () => {
    draw({ angle: 4 });
    expect(screen.getByTestId("keep-zones")).toHaveAttribute("transform", "rotate(4 100 50)");
  });
});

describe("the list of zones", () => {
  it("renames, deletes and places", async () => {
    render(<ZoneList plan={plan({ auto: false })} rows={[row]} />, { wrapper: Around });
    const name = screen.getByLabelText("Name of the keep zone");
    await userEvent.clear(name);
    await userEvent.type(name, "  left hand {Enter}");
    expect(change).toHaveBeenLastCalledWith({ "fit.keep": [{ ...hand, name: "left hand" }] });
    await userEvent.click(screen.getByLabelText("Place the crop by its keep zone"));
    expect(change).toHaveBeenLastCalledWith({ "fit.auto": true });
    await userEvent.click(screen.getByRole("button", { name: "Delete the keep zone hand" }));
    expect(change).toHaveBeenLastCalledWith({ "fit.keep": [] });
  });

  it("starts and leaves drawing", async () => {
    render(<ZoneList plan={plan({ keep: [] })} rows={[]} />, { wrapper: Around });
    await userEvent.click(screen.getByRole("button", { name: "Draw a keep zone" }));
    expect(useFitTools.getState().drawing).toBe(true);
    await userEvent.click(screen.getByRole("button", { name: /Drag over it/ }));
    expect(useFitTools.getState().drawing).toBe(false);
  });
});

describe("padding", () => {
  const sheet = (image: number[], printed: number[]) =>
    ({ reckoning: { boxes: { image, printed } } }) as unknown as Worksheet;

  it("places the picture in the one direction with room to spare", async () => {
    const padded = (now: Worksheet) => (
      <PaddingPanel
        plan={plan({ mode: "contain", anchor: [0.5, 0.5] })}
        worksheet={now}
        whenReckoned={(act) => act(now)}
      />
    );
    const { rerender } = render(padded(sheet([0, 0, 30, 30], [0, 5, 30, 20])));
    const place = within(screen.getByRole("group", { name: "Place of the picture" }));
    await userEvent.click(place.getByRole("button", { name: "At the end" }));
    expect(change).toHaveBeenLastCalledWith({ "fit.anchor": [0.5, 1] });
    rerender(padded(sheet([0, 0, 30, 30], [5, 0, 20, 30])));
    await userEvent.click(place.getByRole("button", { name: "At the beginning" }));
    expect(change).toHaveBeenLastCalledWith({ "fit.anchor": [0, 0.5] });
  });

  it("shows the border's colour until it has one of its own", async () => {
    const bordered = {
      ...plan({ mode: "contain" }),
      edge: { kind: "border", colour: "#808080" },
    } as unknown as Plan;
    const now = sheet([0, 0, 30, 30], [0, 5, 30, 20]);
    render(<PaddingPanel plan={bordered} worksheet={now} whenReckoned={(act) => act(now)} />);
    expect(screen.getByRole("button", { name: "Grey" })).toHaveAttribute("aria-pressed", "true");
    await userEvent.click(screen.getByRole("button", { name: "Black" }));
    expect(change).toHaveBeenLastCalledWith({ "fit.colour": "#000000" });
  });
});
