import type { Unit } from "../api/types";
import { readLength } from "../fields/LengthField";
import { TypedField } from "../fields/TypedField";
import { useCalibration } from "./calibration";

const nothing = () => undefined;

/** How far the eyes are off the screen; kept in this browser. */
export function EyesField({ unit }: { unit: Unit }) {
  const { eyes, sits } = useCalibration();
  const read = async (text: string) => {
    const { typed, mm, ...how } = await readLength(text, unit, "distance");
    return { value: { typed, mm }, ...how };
  };
  return (
    <TypedField
      narrow
      label="My eyes are off the screen"
      inputClass="figure !w-28"
      value={eyes.typed}
      keeps="distance"
      read={read}
      onStart={nothing}
      onRead={({ typed, mm }: { typed: string; mm: number }) => mm >= 50 && sits(mm, typed)}
      onBack={nothing}
      onDone={nothing}
    />
  );
}
