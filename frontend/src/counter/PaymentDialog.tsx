import { useState } from "react";
import type { Counter } from "../api/types";
import { Dialog } from "../shell/Dialog";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { notePayment, useCounterChange } from "./useCounter";

const KINDS = [
  { value: "quote", label: "quoted" },
  { value: "deposit", label: "deposit" },
  { value: "paid", label: "paid" },
] as const;

/** Writes down what was said or received. */
export function PaymentDialog(props: {
  job: number;
  bill: NonNullable<Counter["bill"]>;
  balance: string;
  onClose: () => void;
}) {
  const { job, bill } = props;
  const [what, setWhat] = useState<(typeof KINDS)[number]["value"]>("quote");
  const [amount, setAmount] = useState(bill.total);
  const [words, setWords] = useState("");
  const note = useCounterChange(notePayment);
  return (
    <Dialog title="Quote, deposit, paid" onClose={props.onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          note.mutate({ job, what, amount, words }, { onSuccess: props.onClose });
        }}
      >
        <label className="block">
          {`Amount, ${bill.currency}`}
          <input
            className="field figure mt-1"
            inputMode="decimal"
            maxLength={20}
            required
            value={amount}
            onChange={(event) => setAmount(event.target.value)}
          />
        </label>
        <Pick label="What it is" options={KINDS} value={what} onPick={setWhat} />
        <label className="block">
          In words
          <input
            className="field mt-1"
            maxLength={300}
            dir="auto"
            placeholder="by telephone, cash, card"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <p className="soft">
          {typeset(
            `All comes to ${bill.total_text}; ${props.balance} are still to be paid. A quote is said, not received.`,
          )}
        </p>
        {note.error && <Problem message={note.error.message} />}
        <button className="strong-button" disabled={note.isPending}>
          Write it down
        </button>
      </form>
    </Dialog>
  );
}
