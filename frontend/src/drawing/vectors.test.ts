import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import type { Boxes, BoxMm, Plan } from "../api/types";
import { pictureNow } from "./placement";

/** Written by the core's own tests; see backend/tests/core/test_shared_vectors.py. */
const vectors = <T,>(name: string) => JSON.parse(readFileSync(`../vectors/${name}.json`, "utf8")) as T[];

interface Placement {
  boxes: Boxes;
  fit: NonNullable<Plan["fit"]>;
  then: NonNullable<Plan["fit"]>;
  picture: BoxMm;
}

describe("a picture under a finger", () => {
  it.each(vectors<Placement>("placement").map((vector, number) => [number, vector] as const))(
    "lies where the core will put it (%i)",
    (_, { boxes, fit, then, picture }) => {
      const now = pictureNow(boxes, { fit } as Plan, { fit: then } as Plan).picture;
      now.forEach((side, at) => expect(side).toBeCloseTo(picture[at] as number, 6));
    },
  );
});
