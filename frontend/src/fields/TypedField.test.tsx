// @vitest-environment happy-dom
import { act, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiProblem } from "../api/client";
import { NumberField } from "./NumberField";
import { Slider } from "./Slider";
import { TypedField } from "./TypedField";
import type { Heard } from "./useTyped";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

/** Reads `3 cm` as itself, `3` as the beginning of something, and nothing else. */
const centimetres = (text: string): Promise<Heard<string>> => {
  const match = /^(\d+)( cm)?$/.exec(text);
  if (!match) return Promise.reject(new ApiProblem(422, `“${text}” was not understood`));
  return Promise.resolve({
    value: `${match[1]} cm`,
    open: !match[2],
    said: match[2] ? "" : `read as ${match[1]} cm`,
    others: match[2] ? [] : [{ label: "inches?", text: `${match[1]} cm` }],
  });
};

const told: string[] = [];

function Bed({ read = centimetres }: { read?: typeof centimetres }) {
  const [value, setValue] = useState("2 m");
  const [before, setBefore] = useState("2 m");
  return (
    <TypedField
      label="Viewing distance"
      value={value}
      read={read}
      onStart={() => setBefore(value)}
      onRead={(next) => {
        told.push(next);
        setValue(next);
      }}
      onBack={() => setValue(before)}
      onDone={() => told.push("meant")}
    />
  );
}

function setUp(read?: typeof centimetres) {
  told.length = 0;
  render(<Bed {...(read ? { read } : {})} />);
  const field = screen.getByLabelText("Viewing distance");
  const type = async (text: string) => {
    for (let end = 1; end <= text.length; end++) {
      fireEvent.change(field, { target: { value: text.slice(0, end) } });
      await pass(80);
    }
  };
  const key = async (name: string) => {
    fireEvent.keyDown(field, { key: name });
    await pass(0);
  };
  return { field, type, key };
}

describe("a typed field", () => {
  it("keeps what stood there while wrong input has a readable beginning", async () => {
    const { field, type } = setUp();
    await type("3 steps");
    expect(told).toEqual([]);
    fireEvent.blur(field);
    await pass(0);
    expect(told).toEqual(["meant"]);
    expect(screen.getByRole("alert")).toHaveTextContent("“3 steps” was not understood. The print keeps 2 m.");
  });

  it("takes the value back that a pause in wrong input had let through", async () => {
    const { type } = setUp();
    await type("3");
    await pass(500);
    expect(told).toEqual(["3 cm"]);
    await type("3 steps");
    await pass(2000);
    expect(screen.getByRole("alert")).toHaveTextContent("The print keeps 2 m");
  });

  it("is quiet while somebody types and tells after a pause", async () => {
    const { type } = setUp();
    await type("3 steps");
    expect(screen.queryByRole("alert")).toBeNull();
    await pass(1300);
    expect(screen.getByRole("alert")).toHaveTextContent("was not understood");
  });

  it("takes a whole at once and a beginning after a moment", async () => {
    const { type } = setUp();
    await type("30");
    expect(told).toEqual([]);
    await pass(400);
    expect(told).toEqual(["30 cm"]);
    await type("31 cm");
    expect(told.at(-1)).toBe("31 cm");
  });

  it("takes a beginning on Enter, and one whose answer is late too", async () => {
    const answers: (() => void)[] = [];
    const { type, key } = setUp(
      (text) => new Promise((resolve) => answers.push(() => resolve({ value: `${text} cm`, open: true }))),
    );
    await type("3");
    await key("Enter");
    expect(told).toEqual([]);
    answers.shift()?.();
    await pass(0);
    expect(told).toEqual(["3 cm", "meant"]);
  });

  it("gives back what was there before typing on Escape, and no late answer changes that", async () => {
    const { field, type, key } = setUp();
    await type("30 cm");
    expect(told).toEqual(["30 cm"]);
    fireEvent.change(field, { target: { value: "40" } });
    await key("Escape");
    await pass(3000);
    expect(field).toHaveValue("2 m");
    expect(told).toEqual(["30 cm", "meant"]);
  });

  it("says how a bare number was read and takes the other reading by one click", async () => {
    const { type, key } = setUp();
    await type("8");
    await key("Enter");
    expect(screen.getByRole("status")).toHaveTextContent(/read as 8.cm/);
    fireEvent.click(screen.getByRole("button", { name: "inches?" }));
    await pass(0);
    expect(told).toEqual(["8 cm", "meant", "8 cm", "meant"]);
    await pass(7000);
    expect(screen.getByRole("status")).toBeEmptyDOMElement();
  });

  it("is asked again by itself while the server is away", async () => {
    let away = true;
    const { type } = setUp((text) =>
      away ? Promise.reject(new ApiProblem(0, "no answer")) : centimetres(text),
    );
    await type("30 cm");
    expect(screen.getByRole("status")).toHaveTextContent("asked again by itself");
    expect(told).toEqual([]);
    away = false;
    await pass(5000);
    expect(told).toEqual(["30 cm"]);
    expect(screen.getByRole("status")).toBeEmptyDOMElement();
  });
});

describe("a number field", () => {
  function Number_() {
    const [value, setValue] = useState<number | null>(1);
    return (
      <NumberField
        label="Medium factor"
        min={0.1}
        max={2}
        step={0.05}
        value={value}
        onRead={setValue}
        onBack={() => setValue(1)}
        onDone={() => undefined}
      />
    );
  }

  it("can be emptied and typed anew", async () => {
    render(<Number_ />);
    const field = screen.getByLabelText("Medium factor");
    for (const text of ["", "0", "0.", "0.8", "0.85"]) {
      fireEvent.change(field, { target: { value: text } });
      await pass(50);
      expect(field).toHaveValue(text);
    }
    fireEvent.blur(field);
    await pass(0);
    expect(field).toHaveValue("0.85");
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("steps by arrow keys within its limits", async () => {
    render(<Number_ />);
    const field = screen.getByRole("spinbutton", { name: "Medium factor" });
    fireEvent.keyDown(field, { key: "ArrowUp" });
    await pass(0);
    expect(field).toHaveValue("1.05");
    for (let count = 0; count < 30; count++) fireEvent.keyDown(field, { key: "ArrowDown" });
    await pass(0);
    expect(field).toHaveValue("0.1");
  });
});

describe("a slider", () => {
  it("gives back what was there when its hand is cancelled", () => {
    const said: string[] = [];
    const say = (word: string) => () => said.push(word);
    render(
      <Slider
        min={1}
        max={8}
        step={0.1}
        value={1}
        text="once"
        onStart={say("start")}
        onValue={(value) => said.push(String(value))}
        onBack={say("back")}
        onDone={say("done")}
      />,
    );
    const slider = screen.getByRole("slider");
    fireEvent.pointerDown(slider);
    fireEvent.change(slider, { target: { value: "3" } });
    fireEvent.pointerCancel(slider);
    expect(said).toEqual(["start", "3", "back", "done"]);
    fireEvent.change(slider, { target: { value: "2" } });
    fireEvent.keyUp(slider, { key: "ArrowUp" });
    expect(said.slice(4)).toEqual(["start", "2", "done"]);
  });
});

describe("a field where nothing stood", () => {
  it("says what is wrong, and keeps nothing", async () => {
    const nothing = () => undefined;
    render(
      <TypedField
        label="Bar"
        value=""
        read={centimetres}
        onRead={nothing}
        onBack={nothing}
        onDone={nothing}
      />,
    );
    const field = screen.getByLabelText("Bar");
    fireEvent.focus(field);
    fireEvent.change(field, { target: { value: "3 steps" } });
    await pass(1000);
    fireEvent.blur(field);
    await pass(100);
    expect(screen.getByRole("alert").textContent).toBe("“3 steps” was not understood.");
  });
});
