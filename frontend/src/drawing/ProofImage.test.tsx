// @vitest-environment happy-dom
import { act, fireEvent, render } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { ProofImage } from "./ProofImage";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it("is asked for again while it is not made yet, and begins anew with another picture", () => {
  const drawn = (href: string) => (
    <svg>
      <ProofImage href={href} />
    </svg>
  );
  const { container, rerender } = render(drawn("/fog/small.jpg"));
  const image = () => container.querySelector("image") as SVGImageElement;
  expect(image().getAttribute("href")).toBe("/fog/small.jpg");
  fireEvent.error(image());
  act(() => void vi.advanceTimersByTime(400));
  expect(image().getAttribute("href")).toBe("/fog/small.jpg?try=1");
  act(() => void vi.advanceTimersByTime(60_000));
  expect(image().getAttribute("href")).toBe("/fog/small.jpg?try=1");
  rerender(drawn("/mill/small.jpg"));
  expect(image().getAttribute("href")).toBe("/mill/small.jpg");
});
