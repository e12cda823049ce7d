import { PERSON } from "./personSize";

/** A person of 1.75 m, to scale. */
export function Person({ x, floor, scale }: { x: number; floor: number; scale: number }) {
  const y = (height: number) => floor - height * scale;
  const w = (mm: number) => mm * scale;
  return (
    <g fill="var(--desk-ink)" opacity={0.82} data-testid="person">
      <circle cx={x} cy={y(PERSON - 125)} r={w(118)} />
      <path
        d={`M${x - w(235)} ${floor}V${y(1180)}Q${x - w(235)} ${y(1470)} ${x} ${y(1470)}Q${x + w(235)} ${y(1470)} ${x + w(235)} ${y(1180)}V${floor}Z`}
      />
    </g>
  );
}
