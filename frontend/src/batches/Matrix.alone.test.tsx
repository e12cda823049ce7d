// @vitest-environment happy-dom
import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { BatchState, Cell, Drawing } from "../api/types";
import { Matrix, type At } from "./Matrix";
import { cellKey } from "./useBatch";

// Rows in sight are told by sizes, which a page that is not drawn has not.
vi.mock("@tanstack/react-virtual", () => ({
  useVirtualizer: ({ count }: { count: number }) => ({
    getTotalSize: () => count * 112,
    getVirtualItems: () => Array.from({ length: count }, (_, index) => ({ index, start: index * 112 })),
    scrollToIndex: () => undefined,
  }),
}));
Element.prototype.scrollIntoView = () => undefined;

const SIZES = ["cm-10x15", "cm-20x20"];
const drawing: Drawing = {
  boxes: { document: [0, 0, 30, 20] },
  pieces: [{ picture: [0, 0, 30, 20], printed: [0, 0, 30, 20], turn: 0, angle: 0 }],
  strokes: [],
  labels: [],
  grounds: [],
  parts: [],
};
const cell = (size: string, change: Partial<Cell> = {}) =>
  ({
    size, drawing, grade: "clean", loss: 0.1, loss_text: "10 %", zones: "none", zones_text: "", problem: "",
    troubled: false, edited: false, ...change,
  }) as Cell; // oxfmt-ignore
const pictures = ["fog", "mill"].map((id) => ({
  id,
  name: `${id}.jpg`,
  width_px: 6000,
  height_px: 4000,
  untagged_cmyk: false,
}));
const batch = {
  sizes: SIZES.map((key) => ({ key, name: key, width: "10 cm", height: "15 cm" })),
  pictures,
} as unknown as BatchState;
const rows = new Map([
  ["fog", [cell("cm-10x15"), cell("cm-20x20", { zones: "cut", zones_text: "lamp cut", troubled: true })]],
]);
const onHand = vi.fn();
const onToggle = vi.fn();

const matrix = (more: { left?: string[]; hand?: At | null; filter?: "all" | "zones" } = {}) =>
  render(
    <Matrix
      batch={batch}
      pictures={pictures}
      rows={rows}
      filter={more.filter ?? "all"}
      left={new Set(more.left ?? [])}
      hand={more.hand ?? null}
      onHand={onHand}
      onToggle={onToggle}
    />,
  );
const open = (name: RegExp) => screen.getByRole("button", { name });

beforeEach(() => vi.clearAllMocks());

describe("the matrix", () => {
  it("names every cell with its verdict, and keeps the place of those not reckoned yet", () => {
    const { container } = matrix();
    expect(open(/^fog\.jpg, cm-10x15: clean, 10 % lost$/)).toBeInTheDocument();
    expect(open(/^fog\.jpg, cm-20x20: .*lamp cut$/)).toBeInTheDocument();
    expect(container.querySelectorAll("[data-waiting]")).toHaveLength(2);
  });

  it("takes a cell in hand by a click, and a tick by the space bar", async () => {
    matrix({ left: [cellKey("fog", "cm-10x15")] });
    await userEvent.click(open(/cm-20x20/));
    expect(onHand).toHaveBeenCalledWith({ picture: "fog", size: "cm-20x20" });
    open(/cm-10x15/).focus();
    await userEvent.keyboard(" ");
    expect(onToggle).toHaveBeenLastCalledWith([cellKey("fog", "cm-10x15")], true);
  });

  it("walks by arrow keys and stops at its rims", () => {
    matrix();
    const [first, second] = [open(/cm-10x15/), open(/cm-20x20/)];
    first.focus();
    fireEvent.keyDown(first, { key: "ArrowRight" });
    expect(second).toHaveFocus();
    fireEvent.keyDown(second, { key: "ArrowRight" });
    expect(second).toHaveFocus();
    fireEvent.keyDown(second, { key: "ArrowLeft" });
    expect(first).toHaveFocus();
  });

  it("ticks a whole size at once, all pictures of the batch", async () => {
    matrix({ left: [cellKey("mill", "cm-20x20")] });
    const all = screen.getByRole("checkbox", { name: "All pictures in cm-20x20" });
    expect(all).not.toBeChecked();
    await userEvent.click(all);
    expect(onToggle).toHaveBeenCalledWith(
      pictures.map((picture) => cellKey(picture.id, "cm-20x20")),
      true,
    );
  });

  it("quiets what is not looked for, and marks what is in hand", () => {
    const { container } = matrix({ filter: "zones", hand: { picture: "fog", size: "cm-20x20" } });
    expect(container.querySelectorAll("[data-quiet]")).toHaveLength(1);
    expect(open(/cm-20x20/)).toHaveAttribute("aria-pressed", "true");
  });
});
