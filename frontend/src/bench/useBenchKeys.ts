import { STEPS, type Step } from "../api/types";
import { handKeys, helpKey, siblingKeys } from "../designs/handKeys";
import { useKeys } from "../shell/useKeys";

/** What a bench has to be moved by keys just now. */
interface KeyPlace {
  /** Whether the picture is worked on here, and whether it is cropped. */
  works: boolean;
  crops: boolean;
  zones: boolean;
  rail: boolean;
  siblings: boolean;
}

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
  onColour: () => void;
  onPress: () => void;
  onLook: () => void;
  onSibling: (by: 1 | -1) => void;
  onHelp: () => void;
}

const STRAIGHTEN: Record<string, number> = { ",": -0.1, ".": 0.1, "<": -1, ">": 1, ";": -1, ":": 1 };

/** The bench's keys, and those of them that its sheet of keys shows. */
export function useBenchKeys(place: KeyPlace, actions: Actions) {
  const { works, crops, zones, rail, siblings } = place;
  return useKeys([
    {
      keys: "1 to 7",
      what: "Go to a step; in a field that Tab has reached, when nothing is typed after it",
      pastFields: true,
      hears: ["1", "2", "3", "4", "5", "6", "7"],
      does: ({ key }) => actions.onStep(STEPS[Number(key) - 1] as Step),
    },
    { keys: "← →", what: "Move along the rule, when it has the focus" },
    { keys: "← ↑ → ↓", what: "Move the crop, when it has the focus; with Shift further", when: works },
    {
      keys: "← ↑ → ↓",
      what: "Move the keep zone that has the focus; with Shift further",
      when: works && zones,
    },
    { keys: "← →", what: "Move the viewer, when he has the focus; with Shift further", when: rail },
    {
      keys: "+ and −",
      what: "Zoom the crop in or out, when it has the focus",
      when: works && crops,
    },
    {
      keys: "K",
      what: "Draw a keep zone; Enter puts one in the middle",
      hears: ["k"],
      does: actions.onZone,
    },
    {
      keys: "Ctrl ← ↑ → ↓",
      what: "Resize the keep zone that has the focus; Delete removes it",
      when: works && zones,
    },
    {
      keys: "T",
      what: "Turn the picture a quarter to the right, with Shift to the left",
      hears: ["t"],
      does: ({ shiftKey }) => actions.onTurn(shiftKey ? "left" : "right"),
    },
    { keys: "S", what: "Swap the sheet's sides, lying or standing", hears: ["s"], does: actions.onSwap },
    {
      keys: ", and .",
      what: "Straighten by a tenth of a degree, with Shift by one",
      hears: Object.keys(STRAIGHTEN),
      does: ({ key }) => actions.onStraighten(STRAIGHTEN[key] ?? 0),
    },
    { keys: "G", what: "The next guides to compose by", hears: ["g"], does: actions.onGuide },
    {
      keys: "R",
      what: "The lines of all criteria on the rail",
      when: rail,
      hears: ["r"],
      does: actions.onLines,
    },
    {
      keys: "Home",
      what: "Put the viewer back to the whole print, when he has the focus",
      when: rail,
    },
    ...handKeys(actions),
    ...siblingKeys(actions.onSibling, siblings),
    { keys: "Escape", what: "Give back what was there before typing, or cancel a drag" },
    { keys: "L", what: "Look at the picture, pixel by pixel", hears: ["l"], does: actions.onLook },
    {
      keys: "P",
      what: "The proof: a part of the file at its true size",
      hears: ["p"],
      does: actions.onProof,
    },
    {
      keys: "C",
      what: "Colour on paper: as it prints, and what lies beyond",
      hears: ["c"],
      does: actions.onColour,
    },
    {
      keys: "B",
      what: "Before paper: the recipe, and what the device makes of it",
      hears: ["b"],
      does: actions.onPress,
    },
    {
      keys: "F",
      what: "More from this print: what else starts from this print",
      hears: ["f"],
      does: actions.onFurther,
    },
    { keys: "M", what: "Make the file", hears: ["m"], does: actions.onMake },
    ...helpKey(actions.onHelp),
  ]);
}
