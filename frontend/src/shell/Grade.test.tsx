// @vitest-environment happy-dom
import { render } from "@testing-library/react";
import { expect, it } from "vitest";
import { benchOf } from "../api/vectors.testing";
import { Grade, gradeWord } from "./Grade";

it("is a word first, and nothing where there is none", () => {
  const { container, rerender } = render(<Grade grade="soft" />);
  expect(container.textContent).toBe("soft");
  rerender(<Grade grade="" />);
  expect(container.innerHTML).toBe("");
});

it("calls a grade as the core does", () => {
  const { figures } = benchOf("border", "distance").worksheet.reckoning;
  const grade = figures.find(({ id }) => id === "grade");
  expect(grade).toBeDefined();
  expect(gradeWord(String(grade?.value))).toBe(grade?.text);
  expect(["surplus", "near", "clean"].map(gradeWord)).toEqual(["ample", "nearly clean", "clean"]);
});
