import { Person } from "../drawing/Person";
import { PERSON_WIDTH } from "../drawing/personSize";
import type { ShownPrint } from "../api/types";
import { typeset } from "../shell/typeset";

/** A print as it is shown: its picture, its sides in mm, what it is called. */
interface Sized {
  src: string;
  print: ShownPrint;
}

/** The middle of what hangs is at the height of the eyes, mm above the floor; what lies beside it keeps off by so much. */
const MIDDLE = 1500;
const ASIDE = 260;
const TOP = 300;

/** A print on a wall, to scale, with somebody of 1.75 m beside it. */
export function OnAWall({ src, print }: Sized) {
  const middle = Math.max(MIDDLE, print.height / 2 + 150);
  const high = Math.max(1950, middle + print.height / 2 + TOP);
  const wide = PERSON_WIDTH + 2 * ASIDE + print.width + 2 * ASIDE;
  const left = PERSON_WIDTH + 2 * ASIDE + ASIDE;
  return (
    <svg
      className="shown-scale"
      viewBox={`0 0 ${wide + ASIDE} ${high + 160}`}
      role="img"
      aria-label={`${print.title || "The print"} on a wall, beside somebody of 1.75 m`}
    >
      <rect className="shown-wall" width={wide + ASIDE} height={high} />
      <rect className="shown-floor" y={high} width={wide + ASIDE} height={160} />
      <Person x={ASIDE + PERSON_WIDTH / 2} floor={high} scale={1} />
      <image
        href={src}
        x={left}
        y={high - middle - print.height / 2}
        width={print.width}
        height={print.height}
        preserveAspectRatio="none"
      />
    </svg>
  );
}

/** The size that everybody has in the hand, mm. */
const A4 = { title: "A4 sheet", width: 210, height: 297 };

/** A print beside another one of the page, or beside a sheet of A4, both to one scale. */
export function BesideAnother(
  props: Sized & { others: readonly Sized[]; other: number; onOther: (at: number) => void },
) {
  const { src, print, others, other, onOther } = props;
  const beside = others[other];
  const second = beside ? beside.print : A4;
  const gap = Math.max(30, (print.width + second.width) / 14);
  const wide = print.width + gap + second.width;
  const high = Math.max(print.height, second.height);
  return (
    <>
      <svg
        className="shown-scale"
        viewBox={`0 0 ${wide} ${high}`}
        role="img"
        aria-label={`${print.title || "The print"} beside ${second.title || "another print"}, to one scale`}
      >
        <image
          href={src}
          y={high - print.height}
          width={print.width}
          height={print.height}
          preserveAspectRatio="none"
        />
        {beside ? (
          <image
            href={beside.src}
            x={print.width + gap}
            y={high - second.height}
            width={second.width}
            height={second.height}
            preserveAspectRatio="none"
          />
        ) : (
          <rect
            className="shown-sheet"
            x={print.width + gap}
            y={high - second.height}
            width={second.width}
            height={second.height}
          />
        )}
      </svg>
      <label className="flex items-center gap-2">
        Beside
        <select
          className="field !w-auto"
          value={other}
          onChange={({ target }) => onOther(Number(target.value))}
        >
          <option value={-1}>{A4.title}</option>
          {others.map(({ print: one }, at) => (
            <option key={one.place} value={at}>
              {typeset(`${one.title || "untitled"}, ${one.size_text}`)}
            </option>
          ))}
        </select>
      </label>
    </>
  );
}
