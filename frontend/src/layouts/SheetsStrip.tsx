import { useDeferredValue } from "react";
import type { LayoutPage, SheetDrawn } from "../api/types";
import { SheetInk } from "../drawing/SheetInk";
import { useSize } from "../drawing/useSize";
import { typeset } from "../shell/typeset";
import { PartOfPrint } from "./PrintSymbol";
import { sidesOf } from "./sidesOf";

/** Room for a sheet's name, between sheets, and around all of them, px; no sheet is drawn narrower than the last. */
const CAPTION = 32;
const GAP = 10;
const AROUND = 34;
const LEAST = 46;
const LEAST_CELL = 92;
const MOST = 300;

/** px a mm at which so many sheets stand in a grid without a scroll, where they are not too small for it. */
function scaleIn(width: number, height: number, sheet: SheetDrawn, columns: number, rows: number): number {
  const [across, down] = sidesOf(sheet);
  const wide = ((width - AROUND - GAP * (columns - 1)) / columns - 12) / across;
  const high = ((height - AROUND - GAP * (rows - 1)) / rows - CAPTION) / down;
  return Math.max(LEAST / across, Math.min(wide, high, MOST / across));
}

/** All sheets in small, in the order in which they are printed; one of them is looked at. */
export function SheetsStrip(props: {
  page: LayoutPage;
  symbol: (plan: number) => string;
  looked: number | null;
  onLook: (sheet: number | null) => void;
}) {
  // Under a moving hand the sheets may come a moment later than the seams.
  const page = useDeferredValue(props.page);
  const grey = page.sheets.every((sheet) => sheet.drawing.parts.every((part) => part.grey));
  const { element, width, height } = useSize<HTMLDivElement>();
  const first = page.sheets[0];
  const map = page.sheets.length - (page.tiles ? page.tiles.columns.length * page.tiles.rows.length : 0);
  const inRows = page.tiles ? page.tiles.columns.length : Math.ceil(Math.sqrt(page.sheets.length));
  const columns = Math.max(1, Math.min(inRows, Math.floor((width - AROUND + GAP) / (LEAST_CELL + GAP))));
  const rows = Math.ceil((page.sheets.length + (map > 0 ? columns - map : 0)) / columns);
  return (
    <div
      ref={element}
      className="sheets-strip"
      data-grey={grey || undefined}
      role="group"
      aria-label="The sheets, in the order of printing"
    >
      {first && width > 0 && (
        <div
          className="grid justify-center-safe"
          style={{ gap: GAP, gridTemplateColumns: `repeat(${columns}, max-content)` }}
        >
          {page.sheets.map((sheet, number) => (
            <button
              key={sheet.name}
              type="button"
              className="sheet-small"
              aria-pressed={props.looked === number}
              // The overview stands in a row of its own, before the tiles.
              style={number === 0 && map > 0 ? { gridColumn: "1 / -1", justifySelf: "start" } : undefined}
              onClick={() => props.onLook(props.looked === number ? null : number)}
            >
              <SheetInGrid
                sheet={sheet}
                symbol={props.symbol}
                scale={scaleIn(width, height, first, columns, rows)}
                plain={grey}
              />
              <span className="flex justify-between gap-2 leading-6">
                <b className="figure truncate text-[15px] font-semibold">
                  <span className="sr-only">Sheet </span>
                  {typeset(sheet.name)}
                </b>
                <span className="text-[13px] whitespace-nowrap">
                  <Spoken note={sheet.note} />
                </span>
              </span>
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

const ARROWS: Record<string, string> = { "→": "at the right", "↓": "below" };

/** A note whose arrows are read out as words. */
function Spoken({ note }: { note: string }) {
  return note.split(/([→↓])/).map((part, index) =>
    ARROWS[part] ? (
      <span key={index}>
        <span aria-hidden>{part}</span>
        <span className="sr-only">{ARROWS[part]}</span>
      </span>
    ) : (
      part
    ),
  );
}

/** A sheet with its pieces, white where nothing is printed. */
function SheetInGrid(props: {
  sheet: SheetDrawn;
  symbol: (plan: number) => string;
  scale: number;
  /** The strip as a whole is without colour: one filter for all of them. */
  plain: boolean;
}) {
  const { sheet, scale } = props;
  const [wide, high] = sidesOf(sheet);
  return (
    <svg
      width={wide * scale}
      height={high * scale}
      viewBox={`0 0 ${wide} ${high}`}
      className="sheet-paper"
      aria-hidden
    >
      {sheet.drawing.parts.map((part, index) => (
        <PartOfPrint
          key={index}
          symbol={props.symbol(part.plan)}
          part={part.part}
          box={part.box}
          turn={part.turn}
          grey={part.grey && !props.plain}
          light={part.light}
        />
      ))}
    </svg>
  );
}

/** One sheet as large as there is room: its pieces, and everything that is printed beside them. */
export function SheetLarge(props: { page: LayoutPage; number: number; symbol: (plan: number) => string }) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const sheet = props.page.sheets[props.number];
  if (!sheet) return null;
  const { drawing } = sheet;
  const [wide, high] = sidesOf(sheet);
  const scale = Math.min((width - 40) / wide, (height - 8) / high);
  return (
    <div
      ref={element}
      className="absolute inset-x-0 top-11 bottom-3 grid place-items-center"
      data-testid="sheet-large"
    >
      {scale > 0 && (
        <svg
          width={wide * scale}
          height={high * scale}
          viewBox={`0 0 ${wide} ${high}`}
          className="sheet-paper"
          role="img"
          aria-label={`Sheet ${sheet.name} with its marks`}
        >
          {drawing.parts.map((part, index) => (
            <PartOfPrint
              key={index}
              symbol={props.symbol(part.plan)}
              part={part.part}
              box={part.box}
              turn={part.turn}
              grey={part.grey}
              light={part.light}
            />
          ))}
          <SheetInk strokes={drawing.strokes} labels={drawing.labels} least={0.8 / scale} />
        </svg>
      )}
    </div>
  );
}
