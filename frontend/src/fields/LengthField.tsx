import { client, heard } from "../api/client";
import type { ReadSize, Unit } from "../api/types";
import { TypedField, type Looks } from "./TypedField";
import type { Heard, Typing } from "./useTyped";

type Purpose = "edge" | "distance" | "side";

/** A length as people type it, read by the server. */
export const readLength = (text: string, unit: Unit, purpose: Purpose) =>
  heard(client.POST("/api/lengths/read", { body: { text, unit, purpose } }));

/** A single length; what is read arrives with its unit, as typed. */
export function LengthField(props: Looks & Omit<Typing<string>, "read"> & { unit: Unit; purpose: Purpose }) {
  const read = async (text: string): Promise<Heard<string>> => {
    const { typed, ...how } = await readLength(text, props.unit, props.purpose);
    return { value: typed, ...how };
  };
  return <TypedField {...props} read={read} />;
}

/** A size as people type it, read by the server. */
export const readSize = (text: string, unit: Unit, picture: [number, number]) =>
  heard(client.POST("/api/sizes/read", { body: { text, unit, picture } }));

/** A size; a single side takes the ratio of `picture` (width and height, px as turned). */
export function SizeField(
  props: Looks & Omit<Typing<ReadSize>, "read"> & { unit: Unit; picture: [number, number] },
) {
  const read = async (text: string): Promise<Heard<ReadSize>> => {
    const size = await readSize(text, props.unit, props.picture);
    return { ...size, value: size };
  };
  return <TypedField {...props} read={read} />;
}
