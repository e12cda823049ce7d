// @vitest-environment happy-dom
import { Around, NO_LEGEND } from "../legend/legend.testing";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import {
  STEPS,
  type StepSummary,
  type Choice,
  type Drawing,
  type Figure,
  type Finding,
  type Rail,
} from "../api/types";
import { Choices } from "./ChoiceCard";
import { DistanceRail } from "./DistanceRail";
import { Findings } from "./Findings";
import { Workings } from "../designs/Workings";
import { usePlanStore } from "./planStore";
import { Rule } from "../designs/Rule";

const change = vi.fn();
vi.stubGlobal(
  "ResizeObserver",
  class {
    observe() {}
    disconnect() {}
  },
);

beforeEach(() => {
  change.mockReset();
  usePlanStore.setState({ change, settle: vi.fn() });
});

const steps: StepSummary[] = STEPS.map((step, index) => ({
  step,
  title: step,
  key: `${index + 1} in`,
  state: step === "edge" ? "look" : "calm",
  level: step === "edge" ? "warn" : "calm",
  figures: [],
}));

describe("the folding rule", () => {
  it("is a row of tabs with key figure and state, in two planes", () => {
    render(<Rule steps={steps} step="fit" made={null} onStep={vi.fn()} />);
    const tabs = screen.getAllByRole("tab");
    expect(tabs).toHaveLength(7);
    expect(tabs[2]).toHaveAttribute("aria-selected", "true");
    expect(tabs.map((tab) => tab.dataset["plane"]).slice(0, 3)).toEqual(["high", "low", "high"]);
    expect(tabs[3]).toHaveTextContent("look");
    expect(tabs.filter((tab) => tab.tabIndex === 0)).toHaveLength(1);
  });

  it("moves by arrow keys, round the ends, faster than it is drawn", () => {
    const onStep = vi.fn();
    render(<Rule steps={steps} step="size" made={null} onStep={onStep} />);
    screen.getAllByRole("tab")[1]?.focus();
    for (const key of ["ArrowLeft", "ArrowLeft"])
      fireEvent.keyDown(document.activeElement as Element, { key });
    expect(onStep.mock.calls.flat()).toEqual(["picture", "handover"]);
  });

  it("says on the last blade that the file is made", () => {
    render(
      <Rule
        steps={steps}
        step="fit"
        made={{ at: "handover", word: "made", key: "TIFF 31 MB" }}
        onStep={vi.fn()}
      />,
    );
    expect(screen.getAllByRole("tab")[6]).toHaveTextContent("made");
    expect(screen.getAllByRole("tab")[6]).toHaveTextContent("31");
  });
});

describe("findings and choices", () => {
  const finding: Finding = {
    id: "keep-zone-cut", level: "warn", step: "fit", text: "The lamp is cut.",
    fix: { "fit.auto": true }, fix_label: "Move the crop up",
  }; // oxfmt-ignore

  it("say their gravity by word and offer the cure", async () => {
    render(<Findings findings={[finding, { id: "n", level: "note", step: "fit", text: "Only a note." }]} />, {
      wrapper: Around,
    });
    expect(screen.getByText("Check.")).toBeInTheDocument();
    expect(screen.getByText("Note.")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Move the crop up" }));
    expect(change).toHaveBeenCalledWith({ "fit.auto": true });
    expect(screen.getAllByRole("button")).toHaveLength(1);
  });

  it("are taken by one click, with a true drawing each", async () => {
    const box = [0, 0, 30, 20] as [number, number, number, number];
    const drawing: Drawing = {
      boxes: { document: box },
      pieces: [{ picture: [-5, 0, 40, 20], printed: box, turn: 0, angle: 0 }],
      strokes: [],
      labels: [],
      grounds: [],
      parts: [],
    };
    const choice = (id: string, taken: boolean): Choice => ({
      id,
      title: id,
      text: "250 ppi",
      fix: { "fit.mode": id },
      taken,
      kind: "way",
      drawing,
    });
    const { container } = render(
      <Choices choices={[choice("fill", true), choice("contain", false)]} proof="/p.jpg" />,
    );
    expect(screen.getByRole("button", { name: /^fill/ })).toHaveAttribute("aria-pressed", "true");
    expect(container.querySelectorAll("svg image")).toHaveLength(2);
    await userEvent.click(screen.getByRole("button", { name: /^contain/ }));
    expect(change).toHaveBeenCalledWith({ "fit.mode": "contain" });
  });
});

describe("the pad", () => {
  it("opens a figure to its formula and its rule", async () => {
    const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
    queries.setQueryData(["legend"], NO_LEGEND);
    queries.setQueryData(["reference"], {
      sizes: [],
      media: [],
      sources: { resolution: "Pixels per printed inch." },
    });
    const figure: Figure = {
      id: "effective_ppi", label: "Effective resolution", value: 250, unit: "ppi", text: "250 ppi",
      formula: "crop width ÷ image box width", working: "5000 px ÷ 20 in = 250 ppi", source: "resolution",
    }; // oxfmt-ignore
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={queries}>{children}</QueryClientProvider>
    );
    render(<Workings figures={[figure]} />, { wrapper });
    const pad = within(screen.getByRole("region", { name: "Arithmetic" }));
    expect(pad.getByText("5000 px ÷ 20 in = 250 ppi")).toBeInTheDocument();
    expect(await pad.findByText(/Pixels per printed inch/)).toBeInTheDocument();
  });
});

describe("the distance rail", () => {
  const onLines = vi.fn();
  const rail: Rail = {
    bands: [
      { grade: "coarse", label: "coarse", start_mm: 0, end_mm: 350 },
      { grade: "clean", label: "clean", start_mm: 350, end_mm: null },
    ],
    distance: "1 m",
    viewer: { at_mm: 1000, text: "whole print, 1 m" },
    verdict: "2.5 × what the eye can use there (needs 98 ppi)",
    clean: { at_mm: 350, text: "clean from 35 cm" },
    nose: { at_mm: 150, text: "closest look, 15 cm" },
    hand: { start_mm: 300, end_mm: 400, text: "in the hand" },
    room: null,
    whole: { start_mm: 1000, end_mm: 1333, text: "whole print, 1 m to 1.33 m" },
    schools: [
      { id: "acuity", label: "Acuity", at_mm: 350, text: "35 cm" },
      { id: "device", label: "Device", at_mm: null, text: "never" },
    ],
    whole_print_mm: 1000,
  }; // oxfmt-ignore

  it("is a slider with words, moved by keys in the person's unit", () => {
    render(<DistanceRail rail={rail} set={false} unit="cm" lines={false} onLines={onLines} />);
    const viewer = screen.getByRole("slider", { name: "Viewer's distance" });
    expect(viewer).toHaveAttribute("aria-valuenow", "1000");
    expect(viewer.getAttribute("aria-valuetext")).toContain("needs 98 ppi");
    fireEvent.keyDown(viewer, { key: "ArrowLeft" });
    expect(change.mock.lastCall?.[0]).toEqual({ "viewing.distance": "99 cm" });
    fireEvent.keyDown(viewer, { key: "ArrowRight", shiftKey: true });
    expect(change.mock.lastCall?.[0]).toEqual({ "viewing.distance": "1.55 m" });
    fireEvent.keyDown(viewer, { key: "Home" });
    expect(change.mock.lastCall?.[0]).toEqual({ "viewing.distance": null });
  });

  it("moves by the finest step, over a metre by 5 cm", () => {
    render(<DistanceRail rail={rail} set={false} unit="cm" lines={false} onLines={onLines} />);
    fireEvent.keyDown(screen.getByRole("slider"), { key: "ArrowRight" });
    expect(change.mock.lastCall?.[0]).toEqual({ "viewing.distance": "1.05 m" });
  });

  it("has the lines of all criteria on demand, also of one that is never content", async () => {
    const { rerender } = render(
      <DistanceRail rail={rail} set={false} unit="cm" lines={false} onLines={onLines} />,
    );
    expect(screen.queryByRole("list", { name: /each school/ })).toBeNull();
    await userEvent.click(screen.getByRole("button", { name: "Lines of all criteria" }));
    expect(onLines).toHaveBeenCalled();
    rerender(<DistanceRail rail={rail} set={false} unit="cm" lines onLines={onLines} />);
    const said = screen.getAllByRole("listitem").map((line) => line.textContent);
    expect(said).toEqual(["Acuity 35\u00a0cm", "Device never"]);
  });

  it("ends where the room ends, or goes on as far as that", () => {
    const room = (at_mm: number) => ({ ...rail, room: { at_mm, text: "the room ends" } });
    const { rerender } = render(
      <DistanceRail rail={room(4000)} set={false} unit="cm" lines={false} onLines={onLines} />,
    );
    expect(screen.getByRole("slider")).toHaveAttribute("aria-valuemax", "8000");
    expect(screen.getByTitle("the room ends")).toBeInTheDocument();
    rerender(<DistanceRail rail={room(20_000)} set={false} unit="cm" lines={false} onLines={onLines} />);
    expect(screen.getByRole("slider")).toHaveAttribute("aria-valuemax", "20000");
    expect(screen.getByText("15")).toBeInTheDocument();
  });

  it("offers the way back once a distance is set", async () => {
    render(<DistanceRail rail={rail} set unit="cm" lines={false} onLines={onLines} />);
    await userEvent.click(screen.getByRole("button", { name: "Back to the whole print" }));
    expect(change).toHaveBeenCalledWith({ "viewing.distance": null });
  });
});
