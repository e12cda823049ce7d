// @vitest-environment happy-dom
import { fireEvent, render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import type { PrintState } from "../api/types";

vi.stubGlobal("fetch", async () => new Response("{}", { status: 503 }));
const { usePlanStore } = await import("./planStore");
const { usePlanDrag } = await import("./usePlanDrag");

HTMLElement.prototype.setPointerCapture = () => undefined;
const grip = () => screen.getByTestId("grip");

it("gives the plan back when it is called off", () => {
  function Title() {
    const drag = usePlanDrag<true>({
      begin: () => true,
      move: (_, event) => usePlanStore.getState().change({ title: `at ${event.clientX}` }, true),
    });
    return <div data-testid="grip" {...drag()} />;
  }
  usePlanStore.getState().open({ id: 41, version: 1, plan: { title: "Fog" } } as unknown as PrintState);
  render(<Title />);
  fireEvent.pointerDown(grip(), { pointerId: 1, button: 0, clientX: 5 });
  fireEvent.pointerMove(grip(), { pointerId: 1, clientX: 9 });
  expect(usePlanStore.getState().document?.title).toBe("at 9");
  fireEvent.pointerCancel(grip(), { pointerId: 1 });
  expect(usePlanStore.getState().document?.title).toBe("Fog");
  expect(usePlanStore.getState().unsaved()).toBe(false);
});
