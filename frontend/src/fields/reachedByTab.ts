// Whether a field has the focus because somebody walked along with Tab, or because it was meant.

let walking = false;

if (typeof window !== "undefined") {
  window.addEventListener("keydown", ({ key }) => (walking = key === "Tab"), { capture: true });
  window.addEventListener("pointerdown", () => (walking = false), { capture: true });
}

/** Said by a field that takes the focus: whether Tab brought it there. */
export const reachedByTab = () => walking;
