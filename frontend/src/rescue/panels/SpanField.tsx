import { TypedField } from "../../fields/TypedField";
import { readLength } from "../../fields/LengthField";
import { useKept } from "../../fields/useKept";
import type { Unit } from "../../api/types";

const PX = /^\s*[+\-−]?\d+([.,]\d+)?\s*px\s*$/;

/** A length on the print, or px of the picture; empty leaves it to what was measured. */
export function SpanField(props: {
  label: string;
  unit: Unit;
  /** What is chosen where nothing is typed. */
  none: string;
  signed?: boolean;
  value: string | null;
  onPut: (typed: string | null) => void;
}) {
  const { unit, onPut, value, none, signed, ...rest } = props;
  return (
    <TypedField<string | null>
      {...rest}
      {...useKept(value, onPut)}
      value={value ?? ""}
      placeholder={none}
      read={async (text) => {
        const bare = text.trim();
        if (!bare) return { value: null };
        if (PX.test(bare)) return { value: bare.replace("−", "-").replace(",", ".") };
        const sign = signed && /^[-−]/.test(bare) ? "-" : "";
        const { typed, ...how } = await readLength(bare.replace(/^[-−+]\s*/, ""), unit, "edge");
        return { ...how, value: sign + typed };
      }}
    />
  );
}
