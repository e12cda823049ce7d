import { STEPS, type Step } from "../api/types";
import { useKeys } from "../shell/useKeys";

/** What a bench has to be moved by keys just now. */
export interface KeyPlace {
  /** Whether the picture is worked on here, and whether it is cropped. */
  works: boolean;
  crops: boolean;
  zones: boolean;
  rail: boolean;
  siblings: boolean;
}

type Key = readonly [keys: string, what: string, when?: (place: KeyPlace) => boolean];

/** Keys of the bench, as shown on the sheet of keys: only those that do something where one is. */
export const keysAt = (place: KeyPlace): Key[] => KEYS.filter(([, , when]) => !when || when(place));

const KEYS: readonly Key[] = [
  ["1 to 7", "Go to a step"],
  ["← →", "Move along the rule, when it has the focus"],
  ["← ↑ → ↓", "Move the crop, when it has the focus; with Shift further", (place) => place.works],
  [
    "← ↑ → ↓",
    "Move the keep zone that has the focus; with Shift further",
    (place) => place.works && place.zones,
  ],
  ["← →", "Move the viewer, when he has the focus; with Shift further", (place) => place.rail],
  [
    "+ and −",
    "Bring the crop closer or take it back, when it has the focus",
    (place) => place.works && place.crops,
  ],
  ["K", "Draw a keep zone; Enter puts one in the middle"],
  [
    "Ctrl ← ↑ → ↓",
    "Resize the keep zone that has the focus; Delete removes it",
    (place) => place.works && place.zones,
  ],
  ["T", "Turn the picture a quarter to the right, with Shift to the left"],
  ["S", "Swap the sheet's sides, lying or standing"],
  [", and .", "Straighten by a tenth of a degree, with Shift by one"],
  ["G", "The next guides to compose by"],
  ["R", "The lines of all schools on the rail", (place) => place.rail],
  ["Home", "Put the viewer back to the whole print, when he has the focus", (place) => place.rail],
  ["Ctrl Z", "Undo"],
  ["Ctrl Shift Z, Ctrl Y", "Redo"],
  ["[ and ]", "Previous and next print of the job", (place) => place.siblings],
  ["Escape", "Give back what was there before typing, or call off a drag"],
  ["L", "Look at the picture, pixel by pixel"],
  ["P", "The proof: a part of the file at its true size"],
  ["F", "Take it further: what else starts from this print"],
  ["M", "Make the file"],
  ["?", "This sheet"],
];

const STRAIGHTEN: Record<string, number> = { ",": -0.1, ".": 0.1, "<": -1, ">": 1, ";": -1, ":": 1 };

interface Actions {
  onTurn: (way: "left" | "right") => void;
  onSwap: () => void;
  onGuide: () => void;
  onLines: () => void;
  onFurther: () => void;
  onZone: () => void;
  onStraighten: (by: number) => void;
  onStep: (step: Step) => void;
  onUndo: () => void;
  onRedo: () => void;
  onMake: () => void;
  onProof: () => void;
  onLook: () => void;
  onSibling: (by: 1 | -1) => void;
  onHelp: () => void;
}

/** The bench's keys. */
export function useBenchKeys(actions: Actions) {
  useKeys((event) => {
    const command = event.ctrlKey || event.metaKey;
    if (command && event.key.toLowerCase() === "z") {
      if (event.shiftKey) actions.onRedo();
      else actions.onUndo();
    } else if (command && event.key.toLowerCase() === "y") actions.onRedo();
    else if (command || event.altKey) return false;
    else if (/^[1-7]$/.test(event.key)) actions.onStep(STEPS[Number(event.key) - 1] as Step);
    else if (event.key === "?") actions.onHelp();
    else if (event.key === "[") actions.onSibling(-1);
    else if (event.key === "]") actions.onSibling(1);
    else if (event.key.toLowerCase() === "m") actions.onMake();
    else if (event.key.toLowerCase() === "p") actions.onProof();
    else if (event.key.toLowerCase() === "l") actions.onLook();
    else if (event.key === "t") actions.onTurn("right");
    else if (event.key === "T") actions.onTurn("left");
    else if (event.key.toLowerCase() === "s") actions.onSwap();
    else if (event.key.toLowerCase() === "g") actions.onGuide();
    else if (event.key.toLowerCase() === "f") actions.onFurther();
    else if (event.key.toLowerCase() === "r") actions.onLines();
    else if (event.key.toLowerCase() === "k") actions.onZone();
    else if (STRAIGHTEN[event.key]) actions.onStraighten(STRAIGHTEN[event.key] as number);
    else return false;
    return true;
  });
}
