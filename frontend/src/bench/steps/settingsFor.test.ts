import { expect, it } from "vitest";
import type { Plan } from "../../api/types";
import { samePicture, settingsFor } from "./settingsFor";

const picture = {
  width_px: 6000,
  height_px: 4000,
  orientation: 1,
  channels: 3,
  bits: 8,
  tagged: true,
} as const;
const plan = (change: object) =>
  ({
    title: "Fog",
    picture,
    target: { width: "30 cm", height: "20 cm", ppi: null },
    fit: { mode: "fill", keep: [], turn: 0, angle: 0, anchor: [0.2, 0.8], zoom: 2, auto: false },
    viewing: { detail: 0.5 },
    ...change,
  }) as unknown as Plan;

it("another picture is another one also where only its turn or its channels differ", () => {
  expect(samePicture(picture, { ...picture })).toBe(true);
  for (const change of [{ orientation: 6 }, { channels: 1 }, { bits: 16 }, { width_px: 1 }])
    expect(samePicture(picture, { ...picture, ...change } as Plan["picture"])).toBe(false);
});

it("its settings are taken, and what is the picture's own stays", () => {
  const keep = [{ name: "lamp", x: 0.1, y: 0.1, w: 0.2, h: 0.2 }];
  const here = plan({
    title: "Mill",
    picture: { ...picture, width_px: 4000 },
    fit: { mode: "fill", keep, turn: 90, angle: 1.5, anchor: [0, 0], zoom: 1, auto: true },
  });
  const other = plan({ target: { width: "60 cm", height: "40 cm", ppi: null } });
  const taken = settingsFor(here, other);
  expect(taken.target).toEqual(other.target);
  expect([taken.title, taken.picture.width_px]).toEqual(["Mill", 4000]);
  expect(taken.fit).toMatchObject({ keep, turn: 90, angle: 1.5, auto: true, zoom: 1, anchor: [0.5, 0.5] });
  expect(taken.viewing.detail).toBeNull();
});
