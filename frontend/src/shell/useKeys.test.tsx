// @vitest-environment happy-dom
import { fireEvent, render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { keysOfPage } from "./help";
import { useKeys, type Key } from "./useKeys";

function Page({ keys }: { keys: Key[] }) {
  const shown = useKeys(keys);
  return (
    <>
      <input aria-label="Title" />
      {shown.map(({ what }) => (
        <p key={what}>{what}</p>
      ))}
    </>
  );
}

it("a key does what the sheet of keys is given of it, and only where both are", () => {
  const [make, undo, lines] = [vi.fn(), vi.fn(), vi.fn()];
  render(
    <Page
      keys={[
        { keys: "M", what: "Make the file", hears: ["m"], does: make },
        { keys: "Ctrl Z", what: "Undo", command: true, hears: ["z"], does: undo },
        { keys: "R", what: "The lines", when: false, hears: ["r"], does: lines },
      ]}
    />,
  );
  expect(screen.getByText("Make the file")).toBeInTheDocument();
  expect(screen.queryByText("The lines")).toBeNull();
  expect(keysOfPage().map(({ what }) => what)).toEqual(["Make the file", "Undo"]);
  for (const key of ["M", "r", "z"]) fireEvent.keyDown(document.body, { key });
  fireEvent.keyDown(document.body, { key: "z", ctrlKey: true });
  fireEvent.keyDown(document.body, { key: "m", ctrlKey: true });
  expect([make, undo, lines].map((does) => does.mock.calls.length)).toEqual([1, 1, 0]);
});

it("leaves alone who types, and hears a bracket that is typed with Alt or AltGr", () => {
  const [next, make] = [vi.fn(), vi.fn()];
  render(
    <Page
      keys={[
        { keys: "]", what: "Next print", hears: ["]"], does: next },
        { keys: "M", what: "Make the file", hears: ["m"], does: make },
      ]}
    />,
  );
  fireEvent.keyDown(screen.getByLabelText("Title"), { key: "]" });
  fireEvent.keyDown(document.body, { key: "]", ctrlKey: true });
  fireEvent.keyDown(document.body, { key: "m", altKey: true });
  expect(next).not.toHaveBeenCalled();
  fireEvent.keyDown(document.body, { key: "]", altKey: true });
  fireEvent.keyDown(document.body, { key: "]", ctrlKey: true, altKey: true });
  expect(next).toHaveBeenCalledTimes(2);
  expect(make).not.toHaveBeenCalled();
});

/** A page with a field as Tab reaches one: `walked` holds the lone digit that was pressed in it. */
function Walked({ onStep }: { onStep: () => void }) {
  useKeys([{ keys: "7", what: "Go to a step", hears: ["7"], does: onStep, pastFields: true }]);
  return <input aria-label="Offset" data-walked="7" />;
}

it("hears a step's key in a field that Tab has reached, when nothing is typed after it", () => {
  vi.useFakeTimers();
  const step = vi.fn();
  render(<Walked onStep={step} />);
  const field = screen.getByLabelText("Offset");
  fireEvent.keyDown(field, { key: "7" });
  expect(step).not.toHaveBeenCalled();
  vi.advanceTimersByTime(1000);
  expect(step).toHaveBeenCalledTimes(1);
  // With a letter after it, it was typed.
  fireEvent.keyDown(field, { key: "7" });
  fireEvent.keyDown(field, { key: " " });
  vi.advanceTimersByTime(2000);
  expect(step).toHaveBeenCalledTimes(1);
  // And where the field was meant, by a click, it is a length.
  delete field.dataset["walked"];
  fireEvent.keyDown(field, { key: "7" });
  vi.advanceTimersByTime(2000);
  expect(step).toHaveBeenCalledTimes(1);
  vi.useRealTimers();
});
