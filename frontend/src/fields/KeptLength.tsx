import type { About } from "../legend/useLegend";
import type { ReactNode } from "react";
import type { Unit } from "../api/types";
import { readLength } from "./LengthField";
import { TypedField } from "./TypedField";
import { useKept } from "./useKept";

interface Looks {
  label: ReactNode;
  about?: About;
  ariaLabel?: string;
  unit: Unit;
}

/** A length that is kept when it is meant: when the field is left, not while it is typed. */
export function KeptLength(props: Looks & { value: string; onPut: (typed: string) => void }) {
  const { unit, onPut, ...rest } = props;
  return (
    <TypedField
      {...rest}
      {...useKept(props.value, onPut)}
      read={async (text) => {
        const { typed, ...how } = await readLength(text, unit, "edge");
        return { value: typed, ...how };
      }}
    />
  );
}

/** The same where there may be none: an empty field says so. */
export function KeptLengthOrNone(
  props: Looks & { value: string | null; none: string; onPut: (typed: string | null) => void },
) {
  const { unit, none, onPut, value, ...rest } = props;
  return (
    <TypedField<string | null>
      {...rest}
      {...useKept(value, onPut)}
      value={value ?? ""}
      placeholder={none}
      read={async (text) => {
        if (!text.trim()) return { value: null };
        const { typed, ...how } = await readLength(text, unit, "edge");
        return { value: typed, ...how };
      }}
    />
  );
}
