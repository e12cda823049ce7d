// @vitest-environment happy-dom
import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { BatchState, Cell, Drawing } from "../api/types";
import { CellEditor } from "./CellEditor";

SVGElement.prototype.setPointerCapture = () => undefined;
const onPlace = vi.fn();
const onAuto = vi.fn();
const onClose = vi.fn();

/** A 3:2 picture on a square: 75 mm too wide at either side. */
const drawing: Drawing = {
  boxes: { document: [0, 0, 300, 300] },
  pieces: [{ picture: [-75, 0, 450, 300], printed: [0, 0, 300, 300], turn: 0, angle: 0 }],
  strokes: [],
  labels: [],
  grounds: [],
  parts: [],
};
const cell = {
  size: "cm-30x30",
  drawing,
  mode: "fill",
  angle: 0,
  zoom: 1,
  anchor: [0.5, 0.5],
  grade: "clean",
  loss_text: "33.3 %",
  ppi_text: "250 ppi",
  zones: "cut",
  zones_text: "2 cm of the lamp",
  edited: false,
  problem: "",
} as unknown as Cell;
const batch = { sizes: [{ key: "cm-30x30", name: "30 × 30 cm" }] } as BatchState;
const picture = { id: "p", name: "fog.jpg", width_px: 6000, height_px: 4000, untagged_cmyk: false };

const edit = (change: Partial<Cell> = {}, problem = "") =>
  render(
    <MemoryRouter>
      <CellEditor
        batch={batch}
        picture={picture}
        cell={{ ...cell, ...change }}
        problem={problem}
        undone={0}
        onPlace={onPlace}
        onAuto={onAuto}
        onClose={onClose}
      />
    </MemoryRouter>,
  );
const crop = () => screen.getByRole("application", { name: /^Crop, / });

beforeEach(() => vi.clearAllMocks());

describe("the cell editor", () => {
  it("says which cell it is, what it is worth and what it cuts", () => {
    edit();
    expect(screen.getByRole("heading")).toHaveTextContent("30 × 30 cm");
    expect(screen.getByTestId("cell-figures")).toHaveTextContent("33.3 %");
    expect(screen.getByTestId("cell-figures")).toHaveTextContent("2 cm of the lamp");
    expect(screen.queryByRole("button", { name: "Back to automatic" })).toBeNull();
  });

  it("moves the crop by keys, and on from where the hand is before the answers come", async () => {
    edit();
    crop().focus();
    await userEvent.keyboard("{ArrowRight}{ArrowRight}");
    expect(onPlace.mock.calls.map(([fit]) => (fit as { anchor: number[] }).anchor[0])).toEqual([0.51, 0.52]);
    await userEvent.keyboard("{Shift>}{ArrowLeft}{/Shift}");
    expect(onPlace.mock.lastCall?.[0]).toMatchObject({ anchor: [0.42, 0.5], mode: "fill", zoom: 1 });
  });

  it("moves it by a drag, and gives it back when the drag is called off", () => {
    edit();
    fireEvent.pointerDown(crop(), { pointerId: 1, button: 0, clientX: 100, clientY: 50 });
    fireEvent.pointerMove(crop(), { pointerId: 1, clientX: 120, clientY: 50 });
    const moved = onPlace.mock.lastCall?.[0] as { anchor: number[] };
    expect(moved.anchor[0]).toBeLessThan(0.5);
    fireEvent.pointerCancel(crop(), { pointerId: 1 });
    expect(onPlace.mock.lastCall?.[0]).toMatchObject({ anchor: [0.5, 0.5] });
  });

  it("brings it closer by keys, never further than the whole", async () => {
    edit();
    crop().focus();
    await userEvent.keyboard("-");
    expect(onPlace).not.toHaveBeenCalled();
    await userEvent.keyboard("+");
    expect(onPlace.mock.lastCall?.[0]).toMatchObject({ zoom: 1.1 });
  });

  it("takes the whole picture without a zoom", async () => {
    edit({ zoom: 2 });
    await userEvent.click(screen.getByRole("button", { name: "Whole picture" }));
    expect(onPlace.mock.lastCall?.[0]).toMatchObject({ mode: "contain", zoom: 1 });
  });

  it("straightens, and Escape gives back the angle and does not close", () => {
    edit({ angle: 2 });
    const slider = screen.getByRole("slider");
    fireEvent.pointerDown(slider);
    fireEvent.change(slider, { target: { value: "5" } });
    expect(onPlace.mock.lastCall?.[0]).toMatchObject({ angle: 5 });
    fireEvent.keyDown(slider, { key: "Escape" });
    expect(onPlace.mock.lastCall?.[0]).toMatchObject({ angle: 2 });
    expect(onClose).not.toHaveBeenCalled();
  });

  it("goes back to automatic, and closes by button or Escape", async () => {
    edit({ edited: true });
    await userEvent.click(screen.getByRole("button", { name: "Back to automatic" }));
    expect(onAuto).toHaveBeenCalledOnce();
    await userEvent.click(screen.getByRole("button", { name: "Close" }));
    fireEvent.keyDown(screen.getByRole("heading"), { key: "Escape" });
    expect(onClose).toHaveBeenCalledTimes(2);
  });

  it("says what is wrong instead of drawing what cannot be, and what was refused", () => {
    edit({ drawing: null, problem: "a screen has no border" }, "The cell stays as it was.");
    expect(screen.queryByRole("application")).toBeNull();
    const told = screen.getAllByRole("alert").map((item) => item.textContent);
    expect(told.join(" ")).toContain("a screen has no border");
    expect(told.join(" ")).toContain("The cell stays as it was.");
  });

  it("gives a whole picture padding of its own, and takes it back", async () => {
    edit({ mode: "contain", padding: "#112233", own_padding: true });
    fireEvent.change(screen.getByLabelText("Background"), { target: { value: "#445566" } });
    expect(onPlace).toHaveBeenLastCalledWith(expect.objectContaining({ colour: "#445566" }));
    await userEvent.click(screen.getByRole("button", { name: "As the batch" }));
    expect(onPlace).toHaveBeenLastCalledWith(expect.objectContaining({ colour: null }));
  });

  it("keeps a cell's own padding while it is moved", () => {
    edit({ mode: "contain", padding: "#112233", own_padding: true });
    fireEvent.click(screen.getByRole("button", { name: "Crop" }));
    expect(onPlace).toHaveBeenLastCalledWith(expect.objectContaining({ mode: "fill", colour: "#112233" }));
  });
});
