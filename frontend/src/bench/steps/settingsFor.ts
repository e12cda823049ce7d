import type { Plan } from "../../api/types";

/** Whether two plans are for the same pixels, lying alike. */
export function samePicture(one: Plan["picture"], other: Plan["picture"]): boolean {
  return (["width_px", "height_px", "orientation", "channels", "bits"] as const).every(
    (name) => one[name] === other[name],
  );
}

/**
 * The print in hand with the settings of a plan for another picture: size, edge, medium, distance, pixels, file. What is
 * the picture's own stays: its pixels, its title, its keep zones, how it is turned; its crop is placed anew by the zones.
 */
export function settingsFor(here: Plan, other: Plan): Plan {
  const { keep, turn, angle } = here.fit;
  return {
    ...other,
    title: here.title,
    picture: here.picture,
    fit: { ...other.fit, keep, turn, angle, anchor: [0.5, 0.5], zoom: 1, auto: keep.length > 0 },
    // How much detail there is was measured on the other picture.
    viewing: { ...other.viewing, detail: null },
  };
}
