// @vitest-environment happy-dom
import { act, fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { BoxMm, Plan } from "../api/types";
import { benchOf } from "../api/vectors.testing";
import { pictureNow, pieceOf } from "../drawing/placement";
import { typeset } from "../shell/typeset";
import { Drawing } from "./Drawing";
import { useFitTools } from "./fitTools";
import { usePlanStore } from "./planStore";

vi.stubGlobal(
  "ResizeObserver",
  class {
    observe() {}
    disconnect() {}
  },
);
vi.stubGlobal("matchMedia", () => ({ matches: false }));
SVGElement.prototype.setPointerCapture = () => undefined;
Object.defineProperty(HTMLElement.prototype, "clientWidth", { configurable: true, get: () => 900 });
Object.defineProperty(HTMLElement.prototype, "clientHeight", { configurable: true, get: () => 560 });

vi.stubGlobal("fetch", async () => new Response("{}", { status: 503 }));

const change = vi.fn();
const settle = vi.fn();
const real = usePlanStore.getInitialState();

function drawn(name: Parameters<typeof benchOf>[0], fitting = true) {
  const { plan, picture, print, worksheet } = benchOf(name);
  const inHand = () => ({ design: print.id, document: plan });
  usePlanStore.setState({ document: plan, held: print, change, settle, inHand });
  return render(
    <Drawing
      plan={plan}
      reckoned={plan}
      worksheet={worksheet}
      picture={picture}
      unit="in"
      fitting={fitting}
    />,
  );
}
const window_ = () => screen.getByRole("application", { name: /^The picture in its window/ });
const anchor = () => (change.mock.lastCall as [Record<string, [number, number]>])[0]["fit.anchor"];

beforeEach(() => {
  vi.clearAllMocks();
  useFitTools.setState(useFitTools.getInitialState());
});

describe("the drawing", () => {
  it("says on each side how much of the picture goes there", () => {
    const { container } = drawn("border");
    const cuts = benchOf("border").worksheet.reckoning.figures.filter(({ id }) => id.startsWith("cut_"));
    const words = [...container.querySelectorAll("svg text")].map((text) => text.textContent);
    expect(cuts.length).toBeGreaterThan(1);
    for (const cut of cuts) expect(words).toContain(`−${typeset(cut.text)}`);
  });

  it("says the finished size and the image's, in the unit of the print", () => {
    const { container } = drawn("border");
    expect(screen.getByRole("button", { name: /^Width 24.in, change it$/ })).toBeInTheDocument();
    expect(screen.getByRole("button", { name: /^Height 16.in, change it$/ })).toBeInTheDocument();
    const words = [...container.querySelectorAll("svg text")].map((text) => text.textContent);
    expect(words.some((text) => /^20.in$/.test(text))).toBe(true);
    expect(words.some((text) => /^12.in$/.test(text))).toBe(true);
  });

  it("moves the crop by keys, in the direction that has room", async () => {
    drawn("border");
    window_().focus();
    await userEvent.keyboard("{ArrowDown}");
    expect(anchor()?.[1]).toBeCloseTo(0.21);
    await userEvent.keyboard("{Shift>}{ArrowUp}{/Shift}");
    expect(anchor()?.[1]).toBeCloseTo(0.1);
  });

  it("follows a finger, and settles when it is lifted", () => {
    drawn("border");
    fireEvent.pointerDown(window_(), { pointerId: 1, button: 0, clientX: 400, clientY: 300 });
    fireEvent.pointerMove(window_(), { pointerId: 1, clientX: 400, clientY: 280 });
    expect(change.mock.lastCall?.[1]).toBe(true);
    expect(anchor()?.[1]).toBeGreaterThan(0.2);
    expect(settle).not.toHaveBeenCalled();
    fireEvent.pointerUp(window_(), { pointerId: 1 });
    expect(settle).toHaveBeenCalledOnce();
  });

  it("gives back what the drag before has led to when one is called off", () => {
    drawn("border");
    const { print } = benchOf("border");
    act(() => {
      usePlanStore.setState(real);
      usePlanStore.getState().open(print);
    });
    const at = () => usePlanStore.getState().document?.fit.anchor;
    const drag = (by: number, end: "pointerUp" | "pointerCancel") => {
      fireEvent.pointerDown(window_(), { pointerId: 1, button: 0, clientX: 400, clientY: 300 });
      fireEvent.pointerMove(window_(), { pointerId: 1, clientX: 400, clientY: 300 + by });
      fireEvent[end](window_(), { pointerId: 1 });
    };
    const first = at();
    drag(-20, "pointerUp");
    const led = at();
    expect(led).not.toEqual(first);
    drag(20, "pointerCancel");
    expect(at()).toEqual(led);
    act(() => usePlanStore.getState().forget());
  });

  it("has nothing painted again when the answer puts the picture where the hand has put it", () => {
    const { plan, picture, worksheet } = benchOf("border");
    const { drawing } = worksheet;
    const shown = { picture, unit: "in", fitting: true } as const;
    const { container, rerender } = drawn("border");
    for (let step = 0; step <= 20; step++) {
      const moved = { ...plan, fit: { ...plan.fit, auto: false, anchor: [0.5, step * 0.0471] } } as Plan;
      rerender(<Drawing {...shown} plan={moved} reckoned={plan} worksheet={worksheet} />);
      const under = container.innerHTML;
      const piece = { ...pieceOf(drawing), ...pictureNow(drawing, plan, moved) };
      const onTheWire = piece.picture.map((mm) => Number(mm.toFixed(6))) as BoxMm;
      const answer = { ...drawing, pieces: [{ ...piece, picture: onTheWire }] };
      const heard = { ...worksheet, drawing: answer };
      rerender(<Drawing {...shown} plan={moved} reckoned={moved} worksheet={heard} />);
      expect(container.innerHTML).toBe(under);
    }
  });

  it("lies still in other steps until somebody takes the picture in hand", async () => {
    drawn("border", false);
    expect(screen.queryByRole("application", { name: /^The picture in its window/ })).toBeNull();
    await userEvent.click(screen.getByRole("button", { name: /Move the picture/ }));
    expect(window_()).toBeInTheDocument();
  });

  it("has a grip at every side of a border, and none elsewhere", () => {
    drawn("border");
    expect(screen.getAllByRole("slider", { name: /^Border at the / })).toHaveLength(4);
  });

  it("mirrors the picture round the sides of a canvas, and draws its folds and marks", () => {
    const { container } = drawn("wrap");
    const rim = container.querySelector("[data-rim=mirror]") as Element;
    expect(rim.querySelectorAll("g[clip-path]:not([opacity]) use").length).toBeGreaterThanOrEqual(8);
    expect(container.querySelectorAll("[data-testid=folded-corners] rect")).toHaveLength(4);
    expect(container.querySelectorAll("line[data-stroke=fold]").length).toBeGreaterThan(0);
    // Where the marks stand, nothing is printed.
    const { boxes } = benchOf("wrap").worksheet.drawing;
    const sides = rim.querySelector("clipPath path")?.getAttribute("d");
    const wide = (sides ?? "")
      .split("L")
      .slice(0, 2)
      .map((point) => Number(point.replace("M", "").split(" ")[0]));
    const [left = 0, right = 0] = wide;
    const trim = Number(container.querySelectorAll("rect[stroke-dasharray='7 4']")[1]?.getAttribute("width"));
    expect((right - left) / trim).toBeCloseTo((boxes.content?.[2] ?? 0) / (boxes.fold?.[2] ?? 1));
    expect(screen.queryAllByRole("slider", { name: /^Border at the / })).toHaveLength(0);
  });

  it("shows each keep zone where it is, to be moved by keys", async () => {
    drawn("border");
    const zone = screen.getByRole("application", { name: /lamp/ });
    zone.focus();
    await userEvent.keyboard("{ArrowRight}");
    const [fix] = change.mock.lastCall as [{ "fit.keep": { x: number }[] }];
    expect(fix["fit.keep"][0]?.x).toBeGreaterThan(0.1);
  });
});
