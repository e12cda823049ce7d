import { useId, useState } from "react";
import { Slider } from "../../fields/Slider";

/** How much of something, 0 to 100 %; left alone it is chosen from what was measured. */
export function Strength(props: {
  label: string;
  value: number | null;
  onPut: (value: number | null) => void;
}) {
  const id = useId();
  const [held, setHeld] = useState<number | null>(null);
  const value = held ?? props.value;
  const text = value === null ? "as measured" : `${Math.round(value * 100)} %`;
  return (
    <div className="space-y-1" role="group" aria-labelledby={id}>
      <div className="flex items-baseline justify-between gap-2">
        <span id={id}>{props.label}</span>
        <span className="figure">
          {text}
          {value !== null && (
            <button type="button" className="ml-2 underline" onClick={() => props.onPut(null)}>
              as measured
            </button>
          )}
        </span>
      </div>
      <label>
        <span className="sr-only">{props.label}, strength</span>
        <Slider
          min={0}
          max={1}
          step={0.05}
          value={value ?? 0.75}
          text={text}
          className="w-full"
          onStart={() => undefined}
          onValue={setHeld}
          onBack={() => setHeld(null)}
          onDone={() => {
            if (held !== null) props.onPut(held);
            setHeld(null);
          }}
        />
      </label>
    </div>
  );
}
