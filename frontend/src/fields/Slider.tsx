import { useRef, type KeyboardEvent } from "react";

/** A slider: what it leads to is meant when it is let go of; a cancelled hand and Escape give it back. */
export function Slider(props: {
  min: number;
  max: number;
  step: number;
  value: number;
  text: string;
  className?: string;
  onStart: () => void;
  onValue: (value: number) => void;
  onBack: () => void;
  onDone: () => void;
}) {
  const held = useRef(false);
  const start = () => {
    if (held.current) return;
    held.current = true;
    props.onStart();
  };
  const end = (how: () => void) => {
    if (!held.current) return;
    held.current = false;
    how();
  };
  const back = () => {
    props.onBack();
    props.onDone();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Escape" && held.current) {
      event.preventDefault();
      event.stopPropagation();
      end(back);
    }
  };
  return (
    <input
      className={`range ${props.className ?? ""}`}
      type="range"
      min={props.min}
      max={props.max}
      step={props.step}
      value={props.value}
      aria-valuetext={props.text}
      onChange={(event) => {
        start();
        props.onValue(event.target.valueAsNumber);
      }}
      onPointerDown={start}
      onPointerUp={() => end(props.onDone)}
      onPointerCancel={() => end(back)}
      onKeyUp={() => end(props.onDone)}
      onKeyDown={onKeyDown}
      onBlur={() => end(props.onDone)}
    />
  );
}
