import { Row } from "../../fields/Row";
import { Pick } from "../../shell/Pick";

const NAILS = [
  { value: "1", label: "One nail" },
  { value: "2", label: "Two" },
] as const;

/** How many nails or screws a piece hangs on. */
export function Fixings(props: { count: 1 | 2; onPick: (count: 1 | 2) => void }) {
  return (
    <Row name="Hangs on">
      <Pick
        label="Fixings"
        about="word:hangs-on"
        options={NAILS}
        value={String(props.count) as "1" | "2"}
        onPick={(count) => props.onPick(count === "1" ? 1 : 2)}
      />
    </Row>
  );
}
