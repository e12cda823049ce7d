import { describe, expect, it } from "vitest";
import { held, pushed, scaled, whole } from "./place";

const of = { left: 0, top: 0, width: 1200, height: 800 };
const room = { width: 600, height: 500 };

describe("a part of a picture", () => {
  it("shows all of it in the middle of the room", () => {
    expect(whole(of, room)).toEqual({ x: 0, y: -100, scale: 0.5, ...room });
  });

  it("begins with its new rim", () => {
    expect(whole({ ...of, left: 100, width: 1300 }, { width: 650, height: 400 })).toMatchObject({
      x: -100,
      scale: 0.5,
    });
  });

  it("keeps what lies under the pointer when it is made larger", () => {
    const part = { x: 100, y: 50, scale: 2, ...room };
    const near = scaled(part, 4, { x: 300, y: 200 });
    expect(near.x + 300 / 4).toBe(part.x + 300 / 2);
    expect(near.y + 200 / 4).toBe(part.y + 200 / 2);
  });

  it("is never pushed out of the picture", () => {
    const part = { x: 0, y: 0, scale: 2, ...room };
    expect(held(pushed(part, 4000, 0), of)).toMatchObject({ x: 0, y: 0 });
    expect(held(pushed(part, -4000, -4000), of)).toMatchObject({ x: 900, y: 550 });
  });
});
