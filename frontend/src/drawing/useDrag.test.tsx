// @vitest-environment happy-dom
import { fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, expect, it } from "vitest";
import { useDrag } from "./useDrag";

const told: string[] = [];
HTMLElement.prototype.setPointerCapture = () => undefined;

function Grip() {
  const drag = useDrag<number, string>({
    begin: (event, of) => (told.push(`begin ${of}`), event.clientX),
    move: (start, event) => told.push(`move ${event.clientX - start}`),
    end: () => told.push("end"),
    cancel: () => told.push("cancel"),
  });
  return <div data-testid="grip" {...drag("left")} />;
}

const press = (more = {}) =>
  fireEvent.pointerDown(screen.getByTestId("grip"), { pointerId: 1, button: 0, clientX: 5, ...more });
const move = (clientX: number, pointerId = 1) =>
  fireEvent.pointerMove(screen.getByTestId("grip"), { pointerId, clientX });
const grip = () => screen.getByTestId("grip");

beforeEach(() => {
  told.length = 0;
});

it("goes from pressing to letting go", () => {
  render(<Grip />);
  press();
  move(9);
  fireEvent.pointerUp(grip(), { pointerId: 1 });
  move(20);
  expect(told).toEqual(["begin left", "move 4", "end"]);
});

it("is the main button's alone, and one pointer's at a time", () => {
  render(<Grip />);
  press({ button: 2 });
  press({ button: 1 });
  expect(told).toEqual([]);
  press();
  press({ pointerId: 2 });
  move(50, 2);
  fireEvent.pointerUp(grip(), { pointerId: 2 });
  expect(told).toEqual(["begin left"]);
});

it.each([
  ["the system", () => fireEvent.pointerCancel(grip(), { pointerId: 1 })],
  ["Escape", () => fireEvent.keyDown(window, { key: "Escape" })],
  ["another owner of the pointer", () => fireEvent.lostPointerCapture(grip(), { pointerId: 1 })],
])("is called off by %s and does not go on", (_, callOff) => {
  render(<Grip />);
  press();
  move(9);
  callOff();
  move(30);
  fireEvent.pointerUp(grip(), { pointerId: 1 });
  expect(told).toEqual(["begin left", "move 4", "cancel"]);
});

function Stretch() {
  const drag = useDrag<number>({
    begin: () => (told.push("begin"), 0),
    move: (_, event) => told.push(`move ${event.clientX}`),
    end: () => told.push("end"),
    cancel: () => told.push("cancel"),
    pinch: (_, times, middle) => told.push(`${times} × about ${middle.clientX}`),
  });
  return <div data-testid="grip" {...drag()} />;
}

it("stretches with a second finger, where the hand pinches, and ends with the first that is lifted", () => {
  render(<Stretch />);
  press({ clientX: 0, clientY: 0 });
  press({ pointerId: 2, clientX: 10, clientY: 0 });
  press({ pointerId: 3, clientX: 90, clientY: 0 });
  fireEvent.pointerMove(grip(), { pointerId: 2, clientX: 20, clientY: 0 });
  fireEvent.pointerMove(grip(), { pointerId: 3, clientX: 90, clientY: 0 });
  fireEvent.pointerUp(grip(), { pointerId: 1 });
  fireEvent.pointerMove(grip(), { pointerId: 2, clientX: 60, clientY: 0 });
  expect(told).toEqual(["begin", "2 × about 10", "end"]);
});
