import type { Figure } from "../api/types";
import { useReference } from "../api/useReference";
import { typeset } from "../shell/typeset";

/** The arithmetic as people write it on a pad; every line opens to its formula and its rule. */
export function Pad({ figures }: { figures: Figure[] }) {
  const { data } = useReference();
  if (!figures.length) return null;
  return (
    <section aria-label="Arithmetic" className="pad">
      {figures.map((figure) => (
        <details key={figure.id} data-figure={figure.id}>
          <summary>
            <span className="soft">{figure.label.toLowerCase()}</span>{" "}
            <span className="figure">{typeset(figure.working)}</span>
          </summary>
          <p className="pad-rule">
            <b>{figure.label}</b> = {figure.formula}.<br />
            {data?.sources[figure.source]}
          </p>
        </details>
      ))}
    </section>
  );
}
