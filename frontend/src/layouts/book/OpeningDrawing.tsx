import type { KeyboardEvent } from "react";
import type { BookBoxDrawn, BookDrawn, BookRequest, BoxMm, OpeningDrawn } from "../../api/types";
import { arrowBy } from "../../drawing/arrowBy";
import { SheetInk } from "../../drawing/SheetInk";
import { asTyped, handStep, mmOf } from "../../drawing/typedLength";
import { useDrag } from "../../drawing/useDrag";
import { usePreferences } from "../../session/useSession";
import { typeset } from "../../shell/typeset";
import type { WholeProps } from "../kinds";
import { useLayoutStore } from "../layoutStore";
import { Pictured, rect } from "./Pictured";
import { linesOf, movedBox, sizedBox, type Corner } from "./snapped";
import { boxAt, placeOf, spreadsInHand, withBox, withoutBox } from "./spreads";

const AROUND = 44;
const REACH = 7;
const CORNERS: readonly Corner[] = ["nw", "ne", "sw", "se"];

interface Taken {
  x: number;
  y: number;
  box: BookBoxDrawn;
  before: BookRequest;
  corner: Corner | null;
  moved: boolean;
}

interface OpeningProps extends WholeProps<BookRequest> {
  book: BookDrawn;
  opening: OpeningDrawn;
  width: number;
  height: number;
}

/** What lies open, with trim, bleed, safe edge and gutter; every box is moved and sized by hand and by keys. */
export function OpeningDrawing(props: OpeningProps) {
  const { book, opening, picked, layout } = props;
  const { account } = usePreferences();
  const store = useLayoutStore.getState();
  const { bleed, safe } = book;
  const [w, h] = [opening.width + 2 * bleed, opening.height + 2 * bleed];
  const scale = Math.max(0.05, Math.min((props.width - 2 * AROUND) / w, (props.height - 2 * AROUND) / h));
  const step = handStep(account.unit);
  // As they are now: keys come faster than answers.
  const spreads = () => spreadsInHand(useLayoutStore.getState().document as BookRequest, book);
  const put = (box: BookBoxDrawn, sides: BoxMm, live: boolean) => {
    const [x, y, width, height] = sides.map((mm) => asTyped(mm, account.unit)) as [
      string,
      string,
      string,
      string,
    ];
    store.change({ spreads: withBox(spreads(), placeOf(box.path), { x, y, width, height }) }, live);
  };
  const linesFor = (box: BookBoxDrawn) =>
    linesOf(
      opening.width,
      opening.height,
      opening.pages.length,
      safe,
      book.gutter,
      opening.boxes.filter((one) => one.number !== box.number).map((one) => one.box),
    );
  const drag = useDrag<Taken, { box: BookBoxDrawn; corner: Corner | null }>({
    begin: (event, { box, corner }) => {
      props.onPick(box.number);
      return { x: event.clientX, y: event.clientY, box, before: props.request, corner, moved: false };
    },
    move: (taken, event) => {
      const [dx, dy] = [(event.clientX - taken.x) / scale, (event.clientY - taken.y) / scale];
      if (!taken.moved && Math.hypot(dx, dy) * scale < 3) return;
      taken.moved = true;
      const lines = linesFor(taken.box);
      const [x, y, wide, high] = taken.box.box;
      const to = taken.corner
        ? sizedBox(taken.box.box, taken.corner, dx, dy, lines, REACH / scale, step)
        : movedBox([x + dx, y + dy, wide, high], lines, REACH / scale, step);
      put(taken.box, to, true);
    },
    end: () => store.settle(),
    cancel: ({ before }) => store.putBack(before),
  });
  const onKey = (box: BookBoxDrawn, event: KeyboardEvent) => {
    const by = arrowBy(event, step * (event.shiftKey ? 10 : 1));
    const now = boxAt(spreads(), placeOf(box.path));
    const at = [now?.x, now?.y, now?.width, now?.height].map(
      (side, axis) => mmOf(side ?? "") ?? box.box[axis] ?? 0,
    );
    const [x, y, wide, high] = at as BoxMm;
    if (by) put(box, [Math.max(0, x + by[0]), Math.max(0, y + by[1]), wide, high], false);
    else if (event.key === "Delete" || event.key === "Backspace") {
      store.change({ spreads: withoutBox(spreads(), placeOf(box.path)) });
      props.onPick(null);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const held = opening.boxes.find((one) => one.number === picked);
  const judged = book.audit.find((one) => one.number === held?.number);
  const thin = 1 / scale;
  return (
    <figure className="book-opening">
      <figcaption className="figure" style={{ width: opening.width * scale }}>
        {opening.pages.map((page) => (
          <span key={page}>{page}</span>
        ))}
      </figcaption>
      <svg
        width={w * scale}
        height={h * scale}
        viewBox={`${-bleed} ${-bleed} ${w} ${h}`}
        className="book-paper touch-none select-none"
        data-testid="opening"
        aria-label={`Pages ${opening.name}`}
        role="group"
      >
        <rect x={-bleed} y={-bleed} width={w} height={h} className="book-bleed" strokeWidth={thin} />
        <rect width={opening.width} height={opening.height} fill="#fffefb" />
        {opening.boxes.map((box) => (
          <g
            key={box.number}
            role="button"
            tabIndex={0}
            aria-pressed={picked === box.number}
            aria-label={`${box.title}, page ${box.pages}, ${box.size}${box.ppi ? `, ${box.ppi}, ${box.grade}` : ""}; arrow keys move it, Delete leaves it out`}
            className="book-box"
            data-picked={picked === box.number || undefined}
            {...drag({ box, corner: null })}
            onFocus={() => props.onPick(box.number)}
            onKeyDown={(event) => onKey(box, event)}
          >
            {box.piece && <Pictured piece={box.piece} picture={layout.pictures[box.plan ?? -1]?.id} />}
            <rect
              {...rect(box.box)}
              className="book-edge"
              strokeWidth={(picked === box.number ? 3 : 1) * thin}
            />
          </g>
        ))}
        <g pointerEvents="none">
          <SheetInk strokes={[]} labels={opening.labels} least={thin} />
          {opening.gutter && (
            <>
              <Hatched box={opening.gutter} scale={scale} />
              <path
                d={`M${opening.width / 2} 0V${opening.height}`}
                className="book-spine"
                strokeWidth={thin}
              />
            </>
          )}
          {!opening.gutter && opening.pages.length === 2 && (
            <path d={`M${opening.width / 2} 0V${opening.height}`} className="book-spine" strokeWidth={thin} />
          )}
          <rect width={opening.width} height={opening.height} className="book-trim" strokeWidth={thin} />
          <rect
            x={safe}
            y={safe}
            width={opening.width - 2 * safe}
            height={opening.height - 2 * safe}
            className="book-safe"
            strokeWidth={thin}
            strokeDasharray={`${2 * thin} ${3 * thin}`}
          />
          {held?.zones.map(([name, zone], index) => (
            <g key={index}>
              <rect
                {...rect(zone)}
                className="book-zone"
                strokeWidth={2 * thin}
                strokeDasharray={`${6 * thin} ${4 * thin}`}
              />
              <rect
                x={zone[0]}
                y={zone[1] - 21 * thin}
                width={(7 * name.length + 10) * thin}
                height={18 * thin}
                rx={3 * thin}
                className="book-zone-ground"
              />
              <text
                x={zone[0] + 5 * thin}
                y={zone[1] - 8 * thin}
                fontSize={13 * thin}
                className="book-zone-name figure"
              >
                {name}
              </text>
            </g>
          ))}
        </g>
        {held &&
          CORNERS.map((corner) => {
            const [x, y, wide, high] = held.box;
            const side = 24 * thin;
            return (
              <g key={corner} className="book-corner" data-corner={corner} {...drag({ box: held, corner })}>
                <rect
                  x={x + (corner.includes("e") ? wide : 0) - side / 2}
                  y={y + (corner.startsWith("s") ? high : 0) - side / 2}
                  width={side}
                  height={side}
                  fill="transparent"
                />
                <circle
                  cx={x + (corner.includes("e") ? wide : 0)}
                  cy={y + (corner.startsWith("s") ? high : 0)}
                  r={5.5 * thin}
                  strokeWidth={1.5 * thin}
                />
              </g>
            );
          })}
      </svg>
      <p className="figure book-told">
        {held ? (
          judged ? (
            <>
              box {typeset(judged.size)} · {typeset(judged.ppi)} · {judged.grade_word} in the hand
              {judged.largest && <> · clean up to {typeset(judged.largest)}</>}
            </>
          ) : (
            <>text box {typeset(held.size)}</>
          )
        ) : (
          <>
            {typeset(`${asTyped(opening.width, account.unit)} × ${asTyped(opening.height, account.unit)}`)}
            {bleed > 0 && `, bleed ${asTyped(bleed, "mm")}`}
          </>
        )}
      </p>
    </figure>
  );
}

/** What the binding swallows. */
function Hatched({ box, scale }: { box: BoxMm; scale: number }) {
  const gap = 9 / scale;
  return (
    <>
      <defs>
        <pattern
          id="book-gutter"
          width={gap}
          height={gap}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={gap / 3} height={gap} className="book-hatch" />
        </pattern>
      </defs>
      <rect {...rect(box)} fill="url(#book-gutter)" />
    </>
  );
}
