import type { RecipeState, Tick } from "../api/types";
import { typeset } from "../shell/typeset";

const PARTS = [
  { part: "before", title: "Before it" },
  { part: "dialog", title: "The recipe, in the order of the dialog" },
] as const;

/** Every setting in the order of the work, to be ticked; the one size that is typed stands out. */
export function RecipeLines(props: {
  state: RecipeState;
  /** Whether the server has not heard of all ticks yet: till then no row of the log is promised. */
  isSaving: boolean;
  onTick: (tick: Tick) => void;
}) {
  const { recipe, ticked, before, before_day } = props.state;
  if (!recipe) return null;
  return (
    <>
      {PARTS.map(({ part, title }) => {
        const lines = recipe.lines.filter((line) => line.part === part);
        if (!lines.length) return null;
        return (
          <section key={part} aria-label={title}>
            <h3 className="pt-1 text-[16px] font-semibold">{title}</h3>
            <ul>
              {lines.map((line) => (
                <li key={line.id}>
                  <label className="recipe-line" data-key={line.key} title={line.why}>
                    <input
                      type="checkbox"
                      className="checkbox checkbox-sm"
                      checked={ticked.includes(line.id)}
                      onChange={({ target }) =>
                        props.onTick({ line: line.id, value: line.value, on: target.checked })
                      }
                    />
                    <span>
                      {line.name} <b className="font-semibold">{typeset(line.value)}</b>
                      {before[line.id] && (
                        <span className="recipe-change">
                          {typeset(`other than ${day(before_day)}: ${before[line.id] ?? ""}`)}
                        </span>
                      )}
                    </span>
                  </label>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      <p className="soft" aria-live="polite">
        {ticked.length === recipe.lines.length && !props.isSaving
          ? "All of it is ticked: a row of the log waits for how it came out."
          : `${ticked.length} of ${recipe.lines.length} ticked.`}
      </p>
    </>
  );
}

const day = (iso: string) =>
  iso ? new Date(`${iso}T12:00`).toLocaleDateString("en-GB", { day: "numeric", month: "long" }) : "last time";
