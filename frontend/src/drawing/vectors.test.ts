import { describe, expect, it } from "vitest";
import type { BoxMm, Drawing, Plan } from "../api/types";
import { vectors } from "../api/vectors.testing";
import { pictureNow } from "./placement";

interface Placement {
  drawing: Drawing;
  fit: NonNullable<Plan["fit"]>;
  then: NonNullable<Plan["fit"]>;
  picture: BoxMm;
}

describe("a picture under a finger", () => {
  it.each(vectors<Placement[]>("placement").map((vector, number) => [number, vector] as const))(
    "lies where the core will put it (%i)",
    (_, { drawing, fit, then, picture }) => {
      const now = pictureNow(drawing, { fit } as Plan, { fit: then } as Plan).picture;
      now.forEach((side, at) => expect(side).toBeCloseTo(picture[at] as number, 6));
    },
  );
});
