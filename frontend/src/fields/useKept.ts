import { useRef } from "react";

/** A typed value that is kept when it is meant: when the field is left, not while it is typed. */
export function useKept<Value>(value: Value, onPut: (value: Value) => void) {
  const read = useRef<{ value: Value } | null>(null);
  return {
    onRead: (next: Value) => {
      read.current = { value: next };
    },
    onBack: () => {
      read.current = null;
    },
    onDone: () => {
      if (read.current && read.current.value !== value) onPut(read.current.value);
      read.current = null;
    },
  };
}
