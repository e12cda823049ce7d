import { RotateCcw, Rows3 } from "lucide-react";
import { type KeyboardEvent, type PointerEvent } from "react";
import type { Rail, Unit } from "../api/types";
import { typeset } from "../shell/typeset";
import { usePlanStore } from "./planStore";
import { usePlanDrag } from "./usePlanDrag";
import { useSize } from "../drawing/useSize";
import { Flag, RoomEnd, SchoolLines, Stretch } from "./RailMarks";
import {
  distanceAt, draggedLength, FARTHEST_MM, finestStep, meet, NEAREST_MM, shareOf as shareOn, ticks, type Span,
} from "./railScale"; // oxfmt-ignore

const percent = (share: number) => `${share * 100}%`;
const STRIDE = 0.1;
/** About how wide a letter of the rail's words is, and how far they stand from their mark, px. */
const LETTER_PX = 7;
const BESIDE_VIEWER_PX = 32;
const BESIDE_MARK_PX = 6;
const VIEWER_PX = 16;
/** A narrower rail has room for the viewer's words alone. */
const NARROW_PX = 560;

/** A viewer to be dragged along a ruler of distance, over the grades as they fall for this print. */
export function DistanceRail(props: {
  rail: Rail;
  /** Whether a distance was set; else the whole print says it. */
  set: boolean;
  unit: Unit;
  /** Whether the lines of all criteria are shown. */
  lines: boolean;
  onLines: () => void;
}) {
  const { rail, set, unit, lines } = props;
  const change = usePlanStore((store) => store.change);
  const { element: track, width } = useSize<HTMLDivElement>();
  const at = rail.viewer.at_mm;
  const farthest = Math.max(FARTHEST_MM, rail.room?.at_mm ?? 0);
  const end = rail.room ? shareOn(rail.room.at_mm, farthest) : 1;
  const shareOf = (mm: number) => shareOn(mm, farthest);
  const narrow = width < NARROW_PX;
  const words = Math.max(rail.viewer.text.length, rail.verdict.length) * LETTER_PX + BESIDE_VIEWER_PX;
  const stands = shareOf(at) * width;
  // The words stand where they have room; on a narrow rail, where there is more of it.
  const leftward = narrow ? stands > width / 2 : stands + words > width;
  const taken: Span = leftward ? [stands - words, stands + VIEWER_PX] : [stands - VIEWER_PX, stands + words];
  const put = (share: number, going: boolean) =>
    change({ "viewing.distance": draggedLength(distanceAt(share, farthest), unit) }, going);
  const shareAt = (event: PointerEvent) => {
    const box = track.current?.getBoundingClientRect();
    return box ? (event.clientX - box.left) / box.width : 0;
  };
  const drag = usePlanDrag<true>({
    begin: (event) => {
      put(shareAt(event), true);
      return true;
    },
    move: (_, event) => put(shareAt(event), true),
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const sign = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (event.key === "Home") change({ "viewing.distance": null });
    else if (sign && event.shiftKey) put(shareOf(at) + sign * STRIDE, false);
    else if (sign) {
      const next = Math.min(farthest, Math.max(NEAREST_MM, finestStep(at, unit, sign)));
      change({ "viewing.distance": draggedLength(next, unit) });
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const nose = shareOf(rail.nose.at_mm);
  const clean =
    rail.clean && rail.clean.at_mm > NEAREST_MM && rail.clean.at_mm < farthest ? rail.clean : null;
  const spanOf = (share: number, text: string): Span => [
    share * width,
    share * width + BESIDE_MARK_PX + text.length * LETTER_PX,
  ];
  const noseWords = spanOf(nose, rail.nose.text);
  const cleanWords = clean && spanOf(shareOf(clean.at_mm), clean.text);
  const lineOf = (share: number): Span => [share * width - 2, share * width + 2];
  const crossed = [taken, lineOf(nose), ...(clean ? [lineOf(shareOf(clean.at_mm))] : [])];
  const inHand = spanOf(shareOf(rail.hand.start_mm), rail.hand.text);
  const stretches = [rail.hand, ...(rail.whole ? [rail.whole] : [])].map((stretch) => {
    const span: Span = [shareOf(stretch.start_mm), shareOf(stretch.end_mm)];
    const words = spanOf(span[0], stretch.text);
    const others = stretch === rail.hand ? crossed : [...crossed, inHand];
    return { span, text: stretch.text, met: narrow || others.some((other) => meet(words, other)) };
  });
  return (
    <section
      className="rail panel"
      aria-label="Distance"
      data-legend="word:distance-rail"
      data-lines={lines || undefined}
    >
      <div ref={track} className="rail-track" {...drag()}>
        {rail.bands.map((band) => {
          const from = shareOf(band.start_mm);
          const to = Math.min(end, band.end_mm == null ? 1 : shareOf(band.end_mm));
          if (from >= to) return null;
          return (
            <div
              key={band.grade}
              className="rail-band"
              data-legend={`word:grade-${band.grade}`}
              data-grade={band.grade}
              style={{ left: percent(from), width: percent(to - from) }}
            >
              {/* Only where the whole word has room. */}
              {(to - from) * width > 12 + 7 * band.label.length && <span>{band.label}</span>}
            </div>
          );
        })}
        {rail.room && <RoomEnd share={shareOf(rail.room.at_mm)} text={rail.room.text} />}
        {ticks(unit, farthest).map(([mm, label]) => (
          <div key={mm} className="rail-tick" style={{ left: percent(shareOf(mm)) }}>
            <span className="figure">{typeset(label)}</span>
          </div>
        ))}
        {stretches.map((stretch) => (
          <Stretch key={stretch.text} {...stretch} />
        ))}
        {lines && <SchoolLines schools={rail.schools} shareOf={shareOf} />}
        <Flag
          share={nose}
          text={rail.nose.text}
          about="word:closest-look"
          met={narrow || meet(noseWords, taken) || (cleanWords !== null && meet(noseWords, cleanWords))}
        />
        {clean && cleanWords && (
          <Flag
            share={shareOf(clean.at_mm)}
            text={clean.text}
            about="figure:clean_from_chosen"
            met={narrow || meet(cleanWords, taken)}
            strong
          />
        )}
        <div
          className="rail-viewer"
          style={{ left: percent(shareOf(at)) }}
          data-side={leftward ? "left" : "right"}
          role="slider"
          tabIndex={0}
          aria-label="Viewer's distance"
          aria-valuemin={NEAREST_MM}
          aria-valuemax={farthest}
          aria-valuenow={Math.round(at)}
          aria-valuetext={`${rail.viewer.text}, ${rail.verdict}`}
          onKeyDown={onKeyDown}
        >
          <svg width="26" height="46" viewBox="0 0 26 46" aria-hidden>
            <circle cx="13" cy="7" r="6.5" />
            <path d="M4 46V27a9 11 0 0 1 18 0v19z" />
          </svg>
          <span className="rail-words" data-legend="figure:view_distance">
            <b>{typeset(rail.viewer.text)}</b>
            <br />
            <span className="soft">{typeset(rail.verdict)}</span>
          </span>
        </div>
      </div>
      {rail.schools.length > 0 && (
        <button
          type="button"
          className="rail-lines"
          aria-pressed={lines}
          aria-label="Lines of all criteria"
          title="Lines of all criteria, R"
          onClick={props.onLines}
        >
          <Rows3 size={16} aria-hidden />
        </button>
      )}
      {set && (
        <button
          type="button"
          className="rail-reset"
          aria-label="Back to the whole print"
          title="Back to the whole print, Home"
          onClick={() => change({ "viewing.distance": null })}
        >
          <RotateCcw size={16} aria-hidden />
        </button>
      )}
    </section>
  );
}
