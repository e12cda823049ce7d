// @vitest-environment happy-dom
import { expect, it, vi } from "vitest";
import { NARROW, showPanelBelow } from "./narrow";

it.each([
  [true, 1],
  [false, 0],
])("brings a panel into view where it stands below its list, and only there (%s)", (narrow, times) => {
  vi.stubGlobal("matchMedia", (query: string) => ({ matches: narrow && query === NARROW }));
  document.body.innerHTML = "<section id='worksheet'></section>";
  const shown = vi.fn();
  (document.getElementById("worksheet") as HTMLElement).scrollIntoView = shown;
  showPanelBelow("worksheet");
  expect(shown).toHaveBeenCalledTimes(times);
  expect(() => showPanelBelow("nothing")).not.toThrow();
});
