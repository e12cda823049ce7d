import { expect, it } from "vitest";
import { goesWith } from "./KeepingFields";

it("says what goes with a picture, and nothing where nothing does", () => {
  const none = { forget_at: null, pictures: 0, prints: 0, layouts: 0, files: 0 };
  expect(goesWith(none)).toBe("");
  expect(goesWith({ ...none, prints: 1 })).toBe("1 print");
  expect(goesWith({ ...none, prints: 2, layouts: 1, files: 3 })).toBe("2 prints, 1 layout and 3 made files");
});
