import { useEffect } from "react";
import { handKeys, helpKey } from "../designs/handKeys";
import { useKeys } from "../shell/useKeys";

interface Actions {
  onStep: (number: number) => void;
  onOutlines: () => void;
  onMarked: () => void;
  onSwitch: () => void;
  onAlone: () => void;
  onUndo: () => void;
  onRedo: () => void;
  onBack: () => void;
  onHelp: () => void;
  /** A key that is held, or let go (null). */
  onHeld: (held: "step" | "picture" | null) => void;
}

const HELD: Record<string, "step" | "picture"> = { f: "step", b: "picture" };
const typing = (event: KeyboardEvent) =>
  (event.target as HTMLElement).closest(
    "input:not([type=range]):not([type=checkbox]), textarea, select, dialog",
  ) !== null;

/** Keys of the rescue bench, as shown on its sheet of keys. */
export function useRescueKeys(actions: Actions) {
  const { onHeld } = actions;
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      const held = HELD[event.key.toLowerCase()];
      if (!held || event.repeat || event.ctrlKey || event.metaKey || event.altKey || typing(event)) return;
      onHeld(held);
    };
    const up = (event: KeyboardEvent) => {
      if (HELD[event.key.toLowerCase()]) onHeld(null);
    };
    const away = () => onHeld(null);
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", away);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", away);
    };
  }, [onHeld]);
  const held = () => undefined;
  return useKeys([
    {
      keys: "1 to 7",
      what: "A step of the rescue",
      hears: ["1", "2", "3", "4", "5", "6", "7"],
      does: ({ key }) => actions.onStep(Number(key) - 1),
    },
    { keys: "F held", what: "The step before this one", hears: ["f"], does: held },
    { keys: "B held", what: "The picture as it is", hears: ["b"], does: held },
    { keys: "A", what: "This step alone, or the whole chain", hears: ["a"], does: actions.onAlone },
    { keys: "S", what: "Switch this step on or off", hears: ["s"], does: actions.onSwitch },
    { keys: "O", what: "Outlines, shown or not", hears: ["o"], does: actions.onOutlines },
    { keys: "M", what: "Mark what is invented", hears: ["m"], does: actions.onMarked },
    ...handKeys(actions),
    { keys: "P", what: "Back to the print", hears: ["p"], does: actions.onBack },
    ...helpKey(actions.onHelp),
  ]);
}
