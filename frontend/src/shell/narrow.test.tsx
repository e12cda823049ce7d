// @vitest-environment happy-dom
import { render } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { NARROW, useShownBelow } from "./narrow";

function Page({ shown }: { shown: number | null }) {
  useShownBelow("worksheet", shown);
  return <section id="worksheet" />;
}

it.each([
  [true, 2],
  [false, 0],
])("brings a panel into view where it stands below its list, for each thing picked (%s)", (narrow, times) => {
  vi.stubGlobal("matchMedia", (query: string) => ({ matches: narrow && query === NARROW }));
  const into = vi.fn();
  Element.prototype.scrollIntoView = into;
  const page = render(<Page shown={null} />);
  for (const shown of [1, 1, 2, null]) page.rerender(<Page shown={shown} />);
  expect(into).toHaveBeenCalledTimes(times);
  page.unmount();
});
