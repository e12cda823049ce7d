// @vitest-environment happy-dom
import { render } from "@testing-library/react";
import { expect, it } from "vitest";
import { Grade } from "./Grade";

it("is a word first, and nothing where there is none", () => {
  const { container, rerender } = render(<Grade grade="soft" />);
  expect(container.textContent).toBe("soft");
  rerender(<Grade grade="" />);
  expect(container.innerHTML).toBe("");
});
