import type { Choice } from "../api/types";
import { typeset } from "../shell/typeset";
import { usePlanStore } from "./planStore";
import type { Fix } from "./fix";

const WIDTH = 62;
const HEIGHT = 42;

/** One way out with a small true drawing of where it leads; one click takes it. */
export function ChoiceCard({ choice, proof }: { choice: Choice; proof?: string }) {
  const change = usePlanStore((store) => store.change);
  return (
    <button type="button" className="choice moves" aria-pressed={choice.taken} onClick={() => change(choice.fix as Fix)}>
      {proof && <SmallDrawing choice={choice} proof={proof} />}
      <span className="min-w-0">
        <b className="block font-semibold">{typeset(choice.title)}</b>
        <span className="soft block">{typeset(choice.text)}</span>
      </span>
    </button>
  );
}

function SmallDrawing({ choice, proof }: { choice: Choice; proof: string }) {
  const { document, printed, picture } = choice.boxes;
  const scale = Math.min((WIDTH - 4) / document[2], (HEIGHT - 4) / document[3]);
  const box = (mm: readonly [number, number, number, number]) => ({
    x: mm[0] * scale,
    y: mm[1] * scale,
    width: mm[2] * scale,
    height: mm[3] * scale,
  });
  const [width, height] = [document[2] * scale, document[3] * scale];
  const clip = `window-${choice.id}`;
  return (
    <svg className="shrink-0" width={WIDTH} height={HEIGHT}
      viewBox={`${(width - WIDTH) / 2} ${(height - HEIGHT) / 2} ${WIDTH} ${HEIGHT}`} aria-hidden>
      <clipPath id={clip}>
        <rect {...box(printed)} />
      </clipPath>
      <rect width={width} height={height} fill="#fff" stroke="var(--color-base-content)" />
      <g clipPath={`url(#${clip})`}>
        <rect {...box(printed)} fill="#7f8e88" />
        <image href={proof} preserveAspectRatio="none" {...box(picture)} />
      </g>
      <rect {...box(picture)} fill="none" stroke="var(--color-base-content)" strokeWidth={0.7}
        strokeDasharray="2 2" opacity={0.7} />
    </svg>
  );
}

export function Choices({ choices, proof }: { choices: Choice[]; proof?: string }) {
  return (
    <div className="space-y-1.5" role="group" aria-label="Ways out">
      {choices.map((choice) => (
        <ChoiceCard key={choice.id} choice={choice} {...(proof ? { proof } : {})} />
      ))}
    </div>
  );
}
