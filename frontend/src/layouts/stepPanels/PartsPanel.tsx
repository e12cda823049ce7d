import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import type { OfLife } from "./types";

const WHAT = [
  { value: "parts", label: "Parts, a sheet each" },
  { value: "tiles", label: "The whole, as tiles" },
] as const;
const TILES = {
  overlap: "10 mm",
  turn: "auto",
  spread: "full",
  order: "rows",
  shift_x: "0 mm",
  shift_y: "0 mm",
  overview: false,
};
const MOST = 200;

/** Which parts are printed, each named; or the whole over many sheets. */
export function PartsPanel({ request }: OfLife) {
  const change = useLayoutStore((store) => store.change);
  const settle = useLayoutStore((store) => store.settle);
  const put = (parts: typeof request.parts) => change({ parts });
  return (
    <div className="space-y-3">
      <Pick
        label="What is printed"
        about="word:step-parts"
        options={WHAT}
        value={request.tiles ? "tiles" : "parts"}
        onPick={(what) =>
          change(
            what === "tiles"
              ? { tiles: request.tiles ?? TILES, parts: [] }
              : { tiles: null, parts: request.parts.length ? request.parts : [{ name: "", x: 0.5, y: 0.5 }] },
          )
        }
      />
      {!request.tiles && (
        <>
          <ul className="space-y-1.5" aria-label="Parts">
            {request.parts.map((part, index) => (
              <li key={index} className="flex items-center gap-2">
                <input
                  className="field min-w-0 flex-1"
                  aria-label={`Name of part ${index + 1}`}
                  placeholder={`Part ${index + 1}`}
                  value={part.name}
                  maxLength={80}
                  onChange={(event) => change({ [`parts.${index}.name`]: event.target.value }, true)}
                  onBlur={() => settle()}
                  onKeyDown={(event) => event.key === "Enter" && settle()}
                />
                <button
                  type="button"
                  className="min-h-6 underline disabled:opacity-50"
                  disabled={request.parts.length === 1}
                  aria-label={`Remove part ${index + 1}`}
                  onClick={() => put(request.parts.filter((_, at) => at !== index))}
                >
                  Remove
                </button>
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="plain-button"
            disabled={request.parts.length >= MOST}
            onClick={() => put([...request.parts, { name: "", x: 0.5, y: 0.5 }])}
          >
            Another part
          </button>
          <p className="soft">
            Drag each to where it is wanted, or move it with the arrow keys. A part is as large as the sheet's
            printable area.
          </p>
        </>
      )}
    </div>
  );
}
