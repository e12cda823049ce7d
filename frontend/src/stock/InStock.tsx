import type { StockMedium } from "../api/types";
import { mmOf } from "../drawing/typedLength";

/** px of a metre of roll, and of a mm of its width; sheets are drawn to the latter. */
const ALONG = 26;
const ACROSS = 0.03;
const SPOOL = 15;
const HIGH = 40;
/** What is there of a medium, all to one scale: rolls as broad as they are and as long as is left, sheets in piles. */
export function InStock({ medium }: { medium: StockMedium }) {
  if (!medium.rolls.length && !medium.sheets.length)
    return <p className="soft">Nothing of it is counted yet.</p>;
  return (
    <div className="flex min-h-11 flex-wrap items-end gap-x-5 gap-y-2" aria-hidden>
      {medium.rolls.map((roll, index) => {
        const left = mmOf(roll.left);
        const high = Math.max(4, Math.min(HIGH, (mmOf(roll.width) ?? 600) * ACROSS));
        const long = Math.min(320, ((left ?? 0) / 1000) * ALONG);
        return (
          <svg key={roll.key || index} width={SPOOL + long + 2} height={HIGH} className="in-stock">
            <rect x={SPOOL / 2} y={HIGH - high - 1} width={long} height={high} className="in-stock-paper" />
            {/* The spool that the rest is on: its end shows, whatever is left. */}
            <ellipse
              cx={SPOOL / 2}
              cy={HIGH - high / 2 - 1}
              rx={SPOOL / 2 - 1}
              ry={high / 2}
              className="in-stock-spool"
            />
            <ellipse
              cx={SPOOL / 2}
              cy={HIGH - high / 2 - 1}
              rx={2}
              ry={Math.max(1.5, high / 8)}
              className="in-stock-core"
            />
          </svg>
        );
      })}
      {medium.sheets.map((sheet, index) => {
        const [w, h] = [
          (mmOf(sheet.width) ?? 300) * ACROSS * 1.6,
          (mmOf(sheet.height) ?? 400) * ACROSS * 1.6,
        ];
        // Every ten sheets are one edge more in the pile.
        const pile = Math.min(4, Math.ceil((sheet.left ?? 10) / 10));
        return (
          <svg key={sheet.key || index} width={w + 14} height={Math.max(HIGH, h + 14)} className="in-stock">
            {Array.from({ length: Math.max(1, pile) }, (_, at) => (
              <rect
                key={at}
                x={1 + (pile - at) * 3}
                y={Math.max(HIGH, h + 14) - h - 1 - at * 3}
                width={w}
                height={h}
                className={sheet.left === 0 ? "in-stock-none" : "in-stock-paper"}
              />
            ))}
          </svg>
        );
      })}
    </div>
  );
}
