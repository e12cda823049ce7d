import type { KeyboardEvent } from "react";

/** What an arrow key moves by, right and down; null for any other key. */
export function arrowBy(event: KeyboardEvent, step: number): [number, number] | null {
  switch (event.key) {
    case "ArrowLeft":
      return [-step, 0];
    case "ArrowRight":
      return [step, 0];
    case "ArrowUp":
      return [0, -step];
    case "ArrowDown":
      return [0, step];
    default:
      return null;
  }
}
