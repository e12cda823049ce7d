import type { HowBig } from "../api/types";
import { useSize } from "../drawing/useSize";
import { gradeWord } from "../shell/Grade";
import { typeset } from "../shell/typeset";

/** mm: a person, her eyes, and how much floor she takes. */
const PERSON = { height: 1750, eyes: 1500, width: 420 };
const GAP = 300;
/** Grades that are drawn; larger ones are in the table. */
const DRAWN = ["surplus", "clean", "near"];
/** px of the screen: around the scene, and below each print for its words. */
const MARGIN = 28;
const WORDS = 46;

/** Where prints hang, mm: from the left, their middle over the floor. */
export function hung(prints: readonly { width: number; height: number }[]) {
  let left = PERSON.width + GAP;
  return prints.map(({ width, height }) => {
    const at = { left, middle: Math.max(PERSON.eyes, height / 2 + GAP), width, height };
    left += width + GAP;
    return at;
  });
}

/** The largest prints of each grade at one scale, hung at the height of the eyes beside a person. */
export function Prints({ found, picture }: { found: HowBig; picture: string | null }) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const drawn = found.largest.filter((one) => DRAWN.includes(one.grade));
  const places = hung(drawn);
  const across = Math.max(...places.map((one) => one.left + one.width)) + GAP / 2;
  const up = Math.max(PERSON.height, ...places.map((one) => one.middle + one.height / 2)) + 100;
  const scale = Math.max(0, Math.min((width - 2 * MARGIN) / across, (height - MARGIN - WORDS) / up));
  const floor = height - MARGIN;
  const x = (mm: number) => MARGIN + mm * scale;
  const y = (mm: number) => floor - mm * scale;
  const [wide, head] = [PERSON.width * scale, 95 * scale];
  return (
    <div ref={element} className="h-full min-h-0 w-full" data-testid="prints">
      {scale > 0 && (
        <svg width={width} height={height} role="img" aria-label={found.headline}>
          <line
            x1={MARGIN}
            x2={width - MARGIN}
            y1={y(PERSON.eyes)}
            y2={y(PERSON.eyes)}
            stroke="var(--soft)"
            strokeDasharray="1 5"
          />
          <g fill="var(--desk-ink)" data-testid="person">
            <circle cx={x(PERSON.width / 2)} cy={y(PERSON.height) + head} r={head} />
            <path
              d={`M${x(40)} ${floor} V${y(1050)} Q${x(40)} ${y(1500)} ${x(PERSON.width / 2)} ${y(1500)} T${x(PERSON.width - 40)} ${y(1050)} V${floor} Z`}
            />
          </g>
          {drawn.map((one, index) => {
            const at = places[index] as (typeof places)[number];
            const box = {
              x: x(at.left),
              y: y(at.middle + at.height / 2),
              width: at.width * scale,
              height: at.height * scale,
            };
            // Words have room under small prints, too: they may be wider than what they tell of.
            const under = Math.min(box.y + box.height + 20, floor - 26);
            return (
              <g key={one.grade} data-grade-print={one.grade} data-legend={`word:grade-${one.grade}`}>
                <rect {...box} fill="var(--color-base-100)" stroke="var(--sheet-line)" />
                {picture && <image href={picture} preserveAspectRatio="xMidYMid slice" {...box} />}
                <text
                  className="figure"
                  x={box.x + box.width / 2}
                  y={under}
                  textAnchor="middle"
                  fontSize={16}
                  fontWeight={600}
                  fill="var(--desk-ink)"
                >
                  {typeset(one.text)}
                </text>
                <text
                  x={box.x + box.width / 2}
                  y={under + 18}
                  textAnchor="middle"
                  fontSize={13.5}
                  fill="var(--desk-ink)"
                >
                  {gradeWord(one.grade)}
                </text>
              </g>
            );
          })}
          <line
            x1={MARGIN / 2}
            x2={width - MARGIN / 2}
            y1={floor}
            y2={floor}
            stroke="var(--desk-ink)"
            strokeWidth={1.5}
          />
          <text x={width - MARGIN} y={floor + 17} textAnchor="end" fontSize={12.5} fill="var(--desk-ink)">
            everything to one scale; {wide > 0 ? "a person of 1.75 m" : ""}
          </text>
        </svg>
      )}
    </div>
  );
}
