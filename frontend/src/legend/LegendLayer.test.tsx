// @vitest-environment happy-dom
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { Around, NO_LEGEND } from "./legend.testing";
import { LegendLayer } from "./LegendLayer";

const entry = (word: string, says: string) => ({ word, says, rule: "", read: "one-print" });
const legend = {
  ...NO_LEGEND,
  figures: { loss: entry("Lost by the crop", "The share that is not printed.") },
  words: { "step-fit": entry("Fit", "How the picture meets the print's ratio.") },
};

beforeAll(() => {
  // The browser's own top layer is not here; what is drawn is.
  HTMLElement.prototype.showPopover = () => undefined;
});

function page(onPress = vi.fn()) {
  render(
    <Around legend={legend}>
      <b data-legend="figure:loss">4 %</b>
      <button type="button" data-legend="word:step-fit" onClick={onPress}>
        Fit
      </button>
      <i data-legend="figure:mystery">?</i>
      <LegendLayer />
    </Around>,
  );
  return onPress;
}
const leaf = () => screen.queryByRole("note");
const mouse = { pointerType: "mouse" };

it("tells of a figure by hover, and of the next one instead", async () => {
  page();
  fireEvent.pointerOver(screen.getByText("4 %"), mouse);
  await waitFor(() => expect(leaf()).toHaveTextContent("The share that is not printed."));
  fireEvent.pointerOver(screen.getByRole("button"), mouse);
  await waitFor(() => expect(leaf()).toHaveTextContent("How the picture meets"), { timeout: 2000 });
});

it("tells of a figure by tap, while what has a purpose does that", async () => {
  const pressed = page();
  fireEvent.click(screen.getByRole("button"));
  expect(pressed).toHaveBeenCalled();
  fireEvent.click(screen.getByText("4 %"));
  await waitFor(() => expect(leaf()).toHaveTextContent("Lost by the crop"));
  fireEvent.keyDown(document, { key: "Escape" });
  await waitFor(() => expect(leaf()).toBeNull());
});

describe("a finger held on what has a purpose", () => {
  const finger = { pointerType: "touch", clientX: 5, clientY: 5 };
  const hold = (ms: number) => new Promise((done) => setTimeout(done, ms));

  it("tells of it, and does not press it", async () => {
    const pressed = page();
    const button = screen.getByRole("button");
    fireEvent.pointerDown(button, finger);
    await waitFor(() => expect(leaf()).toHaveTextContent("How the picture meets"), { timeout: 2000 });
    fireEvent.pointerUp(button, finger);
    // As a browser goes on when the finger is lifted.
    fireEvent.focusIn(button);
    fireEvent.click(button);
    expect(pressed).not.toHaveBeenCalled();
    expect(leaf()).toHaveTextContent("How the picture meets");
    fireEvent.click(button);
    expect(pressed).toHaveBeenCalledTimes(1);
  });

  it("presses it when it is lifted at once, and scrolls when it goes on", async () => {
    const pressed = page();
    const button = screen.getByRole("button");
    fireEvent.pointerDown(button, finger);
    fireEvent.pointerUp(button, finger);
    fireEvent.click(button);
    expect(pressed).toHaveBeenCalledTimes(1);
    fireEvent.pointerDown(button, finger);
    fireEvent.pointerMove(button, { ...finger, clientY: 40 });
    await hold(700);
    expect(leaf()).toBeNull();
  });
});

it("tells of each way of a group", async () => {
  render(
    <Around
      legend={{
        ...NO_LEGEND,
        choices: {
          pixels: entry("How many pixels", "So many."),
          keep: entry("As it is", "None added."),
          fixed: entry("Fixed", "What a lab asks for."),
        },
        choice_groups: { pixels: ["keep", "fixed"] },
      }}
    >
      <b data-legend="choice:pixels">Pixels</b>
      <LegendLayer />
    </Around>,
  );
  fireEvent.click(screen.getByText("Pixels"));
  await waitFor(() => expect(leaf()).toHaveTextContent("As it is. None added.Fixed. What a lab asks for."));
});

it("does not stand before the work of what was just pressed", async () => {
  vi.useFakeTimers();
  page();
  const button = screen.getByRole("button");
  fireEvent.pointerOver(button, mouse);
  fireEvent.pointerDown(button, mouse);
  fireEvent.pointerOver(button, mouse);
  vi.advanceTimersByTime(3000);
  vi.useRealTimers();
  expect(leaf()).toBeNull();
});

it("says nothing of what the legend does not know", async () => {
  page();
  fireEvent.click(screen.getByText("?"));
  await new Promise((done) => setTimeout(done, 50));
  expect(leaf()).toBeNull();
});
