import { expect, test } from "vitest";
import { broughtOf } from "./broughtFiles";

function lying(path: string): File {
  const file = new File(["x"], path.split("/").at(-1) ?? "");
  Object.defineProperty(file, "relativePath", { value: path });
  return file;
}

test("a folder gives its pictures in the order in which people count, and says what it passed over", () => {
  const brought = broughtOf(
    [
      "./stick/p10.jpg",
      "./stick/p2.HEIC",
      "./stick/.DS_Store",
      "./stick/notes.txt",
      "./stick/day 2/p1.tif",
    ].map(lying),
  );
  expect(brought.pictures.map(({ name }) => name)).toEqual(["p1.tif", "p2.HEIC", "p10.jpg"]);
  expect(brought.passed).toBe(2);
});

test("a file that was named alone is taken whatever it is called: the server says what is wrong with it", () => {
  expect(broughtOf([lying("./letter.txt"), lying("scan")])).toMatchObject({ passed: 0 });
});
