import { memo } from "react";
import type { Figure } from "../api/types";
import { useReference } from "../api/useReference";
import { useEntry } from "../legend/useLegend";
import { LegendLeaf, useLeaf } from "../legend/WhatMark";
import { typeset } from "../shell/typeset";

/** The arithmetic as people write it on a pad; every line opens to its formula and its rule. */
export function Workings({ figures }: { figures: Figure[] }) {
  if (!figures.length) return null;
  return (
    <section aria-label="Arithmetic" className="pad">
      {figures.map((figure) => (
        <Line key={figure.id} figure={figure} />
      ))}
    </section>
  );
}

/** Pressed, it opens; by hover and focus it says what the figure is. Drawn again only when its own figure changes. */
const Line = memo(function Line({ figure }: { figure: Figure }) {
  const { data } = useReference();
  const entry = useEntry(`figure:${figure.id}`);
  const leaf = useLeaf();
  const { setReference, reference } = leaf;
  return (
    <div>
      <details data-figure={figure.id}>
        <summary ref={setReference} {...reference()}>
          <span className="soft">{figure.label.toLowerCase()}</span>{" "}
          <span className="figure">{typeset(figure.working)}</span>
        </summary>
        <p className="pad-rule">
          {entry && (
            <>
              {typeset(entry.says)}
              <br />
            </>
          )}
          <b>{figure.label}</b> = {figure.formula}.<br />
          {data?.sources[figure.source]}
        </p>
      </details>
      {/* Beside it: what is in a closed one is not shown. */}
      {entry && <LegendLeaf leaf={leaf} about={`figure:${figure.id}`} entry={entry} />}
    </div>
  );
});
