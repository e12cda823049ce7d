// @vitest-environment happy-dom
import { NO_LEGEND } from "../../legend/legend.testing";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Plan } from "../../api/types";
import { benchOf } from "../../api/vectors.testing";
import { edgesLeft } from "../edgesLeft";
import { patched, type Fix } from "../../designs/fix";
import { usePlanStore } from "../planStore";
import { DistancePanel } from "./DistancePanel";
import { EdgePanel } from "./EdgePanel";
import { PixelsPanel } from "./PixelsPanel";
import { SizePanel } from "./SizePanel";

const change = vi.fn();

function shown(
  Sheet: (props: ReturnType<typeof benchOf> & { unit: "cm"; problem: null }) => ReactNode,
  name: Parameters<typeof benchOf>[0],
  step?: Parameters<typeof benchOf>[1],
  alter: Fix = {},
  bench = benchOf(name, step),
) {
  const plan = patched(bench.plan, alter);
  usePlanStore.setState({ document: plan, held: bench.print, change });
  // What is in the cache is what is shown: nobody is asked for more.
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  queries.setQueryData(["reference"], {
    media: [{ name: "canvas", factor: 0.6, spread: null }],
    sources: {},
    size_examples: ["8x10"],
  });
  queries.setQueryData(["legend"], NO_LEGEND);
  queries.setQueryData(["sizes", ""], [
    { key: "iso-a3", name: "A3", group: "ISO A", width: "297 mm", height: "420 mm", shown: "29.7 × 42 cm" },
  ]); // oxfmt-ignore
  render(
    <MemoryRouter>
      <QueryClientProvider client={queries}>
        <Sheet {...bench} plan={plan} unit="cm" problem={null} />
      </QueryClientProvider>
    </MemoryRouter>,
  );
  return plan;
}

/** A bench whose figures came before its edge. */
function unedged() {
  const bench = benchOf("border", "edge");
  const { reckoning } = bench.worksheet;
  const boxes = { ...reckoning.boxes, image: reckoning.boxes.trim };
  return { ...bench, worksheet: { ...bench.worksheet, reckoning: { ...reckoning, boxes } } };
}

/** The names of every field of a plan's parts: what is whole before must be whole after. */
const names = (plan: Plan) =>
  Object.fromEntries(Object.entries(plan).map(([part, value]) => [part, Object.keys(value ?? {}).sort()]));
const lastFix = () => change.mock.lastCall?.[0] as Fix;

beforeEach(() => vi.clearAllMocks());

describe("the Size sheet", () => {
  it("takes a size of the library in the direction of the print, and leaves the plan whole", async () => {
    const plan = shown(SizePanel, "border", "size");
    await userEvent.click(screen.getByRole("button", { name: "A3" }));
    expect(lastFix()).toEqual({ target: { width: "420 mm", height: "297 mm", ppi: null } });
    expect(names(patched(plan, lastFix()))).toEqual(names(plan));
  });

  it("swaps the sides as they were typed", async () => {
    shown(SizePanel, "border", "size");
    await userEvent.click(screen.getByRole("button", { name: /Swap sides/ }));
    expect(lastFix()).toEqual({ "target.width": "16 in", "target.height": "24 in" });
  });

  it("takes name and factor of a surface together", async () => {
    shown(SizePanel, "border", "size");
    await userEvent.selectOptions(screen.getByRole("combobox", { name: "Printed on" }), "canvas");
    expect(lastFix()).toEqual({ medium: { name: "canvas", factor: 0.6, spread: null } });
  });

  it("offers a tag where the target is in pixels, and nowhere else", () => {
    shown(SizePanel, "screen", "size");
    expect(screen.getByRole("spinbutton", { name: /ppi tag/ })).toHaveValue("96");
  });
});

describe("the Edge sheet", () => {
  it("gives every side the same until each is wanted by itself", async () => {
    shown(EdgePanel, "border", "edge");
    expect(screen.getByRole("textbox", { name: "Every side" })).toHaveValue("2 in");
    await userEvent.click(screen.getByRole("checkbox", { name: "Each side by itself" }));
    for (const side of ["Left", "Top", "Right", "Bottom"])
      expect(screen.getByRole("textbox", { name: side })).toHaveValue("2 in");
  });

  it("makes unequal sides equal only when that is asked for", async () => {
    shown(EdgePanel, "border", "edge", { "edge.left": "3 in" });
    expect(screen.getByRole("textbox", { name: "Left" })).toHaveValue("3 in");
    expect(change).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole("checkbox", { name: "Each side by itself" }));
    expect(lastFix()).toMatchObject({ "edge.bottom": "3 in", "edge.top": "3 in" });
  });

  it("keeps the bottom beside the other three, which follow one field", () => {
    shown(EdgePanel, "border", "edge", { "edge.bottom": "3 in" });
    expect(screen.getByRole("textbox", { name: "Bottom" })).toHaveValue("3 in");
    expect(screen.getByRole("textbox", { name: "Left, top, right" })).toHaveValue("2 in");
    expect(screen.queryByRole("textbox", { name: "Every side" })).toBeNull();
  });

  it("widens the bottom of the border in hand, also while the figures are of the edge before", async () => {
    const border = benchOf("border", "edge").plan.edge;
    shown(EdgePanel, "border", "edge", { edge: border }, unedged());
    await userEvent.click(screen.getByRole("button", { name: "½ more" }));
    expect(lastFix()).toEqual({ "edge.bottom": "7.6 cm" });
  });

  it("offers the three answers to the new ratio, each drawn", async () => {
    shown(EdgePanel, "border", "edge");
    const ways = within(screen.getByRole("group", { name: "Ways to fit" })).getAllByRole("button");
    expect(ways).toHaveLength(4);
    expect(ways.every((way) => way.querySelector("svg image"))).toBe(true);
    await userEvent.click(ways[1] as HTMLElement);
    expect(lastFix()).toEqual({ "fit.mode": "contain", "fit.zoom": 1 });
  });

  it("draws five edges as this print would have them, and takes one as a whole part", async () => {
    shown(EdgePanel, "border", "edge");
    const kinds = within(screen.getByRole("group", { name: "Kind of edge" })).getAllByRole("button");
    expect(kinds.map((kind) => kind.textContent)).toEqual(["None", "Border", "Mat", "Bleed", "Wrap"]);
    expect(kinds.map((kind) => kind.getAttribute("aria-pressed"))).toEqual([
      "false",
      "true",
      "false",
      "false",
      "false",
    ]);
    expect(kinds.every((kind) => kind.querySelector("svg image"))).toBe(true);
    await userEvent.click(kinds[4] as HTMLElement);
    const whole = Object.keys(benchOf("wrap").plan.edge).sort();
    expect(Object.keys((lastFix() as { edge: object }).edge).sort()).toEqual(whole);
  });

  it("keeps the edge that is left, so that it comes back as it was", async () => {
    localStorage.clear();
    const { edge } = shown(EdgePanel, "border", "edge");
    await userEvent.click(screen.getByRole("button", { name: "None" }));
    expect(lastFix()).toEqual({ edge: { kind: "none" } });
    expect(edgesLeft(benchOf("border").print.id)).toEqual({ border: edge });
  });

  it("shows each fill of a wrap and what the one in force costs", async () => {
    shown(EdgePanel, "wrap", "edge");
    const fills = within(screen.getByRole("group", { name: "Canvas edge" }));
    expect(fills.getAllByRole("button")).toHaveLength(5);
    expect(fills.getByText(/^Mirror: /)).toBeInTheDocument();
    await userEvent.click(fills.getByRole("button", { name: "Stretched edge" }));
    expect(lastFix()).toEqual({ "edge.fill": "stretch" });
  });

  it("gives marks a margin when the first is wanted, and reads off the size of the file", async () => {
    shown(EdgePanel, "border", "edge");
    expect(screen.getByText("24 × 16 in")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("checkbox", { name: "Crop marks" }));
    expect(lastFix()).toEqual({ "marks.crop": true, "marks.margin": "1 cm" });
  });

  it("begins a caption with the print's title, whole", async () => {
    const plan = shown(EdgePanel, "border", "edge");
    await userEvent.click(screen.getByRole("checkbox", { name: "Caption in the border" }));
    expect(names(patched(plan, lastFix()))).toEqual(names(plan));
    expect(lastFix()).toMatchObject({ "edge.caption": { side: "bottom", font: "text" } });
  });
});

describe("the Pixels sheet", () => {
  it("offers four ways with what each costs, and takes one as a whole part", async () => {
    const plan = shown(PixelsPanel, "border", "pixels");
    const ways = within(screen.getByRole("group", { name: "How many pixels" })).getAllByRole("button");
    expect(ways).toHaveLength(4);
    expect(ways[0]).toHaveAttribute("aria-pressed", "true");
    expect(ways[0]).toHaveTextContent("nothing resampled");
    await userEvent.click(ways[1] as HTMLElement);
    expect(names(patched(plan, lastFix()))).toEqual(names(plan));
  });

  it("asks for the ppi where one is set, and for the device's grid where it decides", async () => {
    shown(PixelsPanel, "border", "pixels", { pixels: { mode: "fixed", ppi: 240, native_ppi: null } });
    expect(screen.getByRole("spinbutton", { name: /Pixels per inch/ })).toHaveValue("240");
    shown(PixelsPanel, "border", "pixels", { pixels: { mode: "device", ppi: null, native_ppi: 360 } });
    const grid = screen.getByRole("combobox", { name: /native grid/ });
    expect(grid).toHaveValue("360");
    await userEvent.selectOptions(grid, "not known");
    expect(lastFix()).toEqual({ "pixels.native_ppi": null });
  });
});

describe("output sharpening", () => {
  it("takes the proposal, and says that the ink's spread is assumed", async () => {
    shown(PixelsPanel, "border", "pixels");
    await userEvent.click(screen.getByRole("checkbox", { name: /Sharpen last/ }));
    expect(lastFix()).toHaveProperty(["pixels.sharpen", "radius"], null);
    expect(screen.getByText("an assumption")).toBeInTheDocument();
    expect(screen.getByText(/^f₀ = min/)).toBeInTheDocument();
  });

  it("goes back to what is proposed", async () => {
    shown(PixelsPanel, "border", "pixels", { "pixels.sharpen": { amount: 1.9, radius: null } });
    await userEvent.click(screen.getByRole("button", { name: "Take it" }));
    expect(lastFix()).not.toHaveProperty(["pixels.sharpen", "amount"], 1.9);
  });
});

describe("the Distance sheet", () => {
  it("shows the schools side by side, and chooses only one that answers", async () => {
    shown(DistancePanel, "border");
    const schools = screen.getAllByRole("radio");
    expect(schools).toHaveLength(5);
    expect(schools[0]).toBeChecked();
    expect(schools[3]).toBeDisabled();
    await userEvent.click(schools[1] as HTMLElement);
    expect(lastFix()).toEqual({ "viewing.school": "table" });
  });

  it("sets a distance or goes back to the natural one", async () => {
    shown(DistancePanel, "border");
    expect(screen.getByRole("button", { name: "Whole print" })).toHaveAttribute("aria-pressed", "true");
    await userEvent.click(screen.getByRole("button", { name: /^2.m$/ }));
    expect(lastFix()).toEqual({ "viewing.distance": "2 m" });
    await userEvent.click(screen.getByRole("button", { name: "Whole print" }));
    expect(lastFix()).toEqual({ "viewing.distance": null });
  });

  it("shows what the model sees, with its arithmetic", () => {
    shown(DistancePanel, "border", "distance");
    expect(screen.getByRole("img", { name: /^Seen from where: From / })).toBeInTheDocument();
    expect(screen.getByText(/cycles a degree are/)).toBeInTheDocument();
    expect(screen.queryByRole("group", { name: "The verdict counts" })).toBeNull();
  });

  it("lets the verdict count detail where it was measured, and pixels again", async () => {
    const soft = benchOf("border", "distance");
    Object.assign(soft.worksheet.seen as object, { detail_share: 0.6, detail_text: "150 ppi" });
    shown(DistancePanel, "border", "distance", {}, soft);
    await userEvent.click(screen.getByRole("button", { name: /^detail, 150.ppi$/ }));
    expect(lastFix()).toEqual({ "viewing.detail": 0.6 });
    await userEvent.click(screen.getByRole("button", { name: "pixels" }));
    expect(lastFix()).toEqual({ "viewing.detail": null });
  });

  it("has one sentence for a screen", () => {
    shown(DistancePanel, "screen");
    expect(screen.queryAllByRole("radio")).toHaveLength(0);
    expect(screen.getByText(/This print is for a screen/)).toBeInTheDocument();
  });

  it("judges by another eye", () => {
    shown(DistancePanel, "border");
    fireEvent.change(screen.getByRole("combobox", { name: /Sharpness of the eye/ }), {
      target: { value: "0.6" },
    });
    expect(lastFix()).toEqual({ "viewing.arcmin": 0.6 });
  });
});
