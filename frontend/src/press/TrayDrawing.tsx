import { useEffect, useRef } from "react";
import type { BoxMm, Tray } from "../api/types";
import { onPaper, through } from "../colour/table";
import { usePrintedPixels } from "../colour/usePrintedPixels";
import { SheetInSmall } from "../drawing/SheetInSmall";
import { SheetInk } from "../drawing/SheetInk";

/** px over the paper for the end that goes in first, and at its sides for words. */
const OVER = 64;
const SIDE = 116;
/** On a narrow page the paper is more than the words beside it: of its width. */
const LEAST_SIDE = 0.11;
const UNDER = 40;
/** A letter of the words on the feed, about: 14 px, condensed. */
const WORDS_PX = 5.6;

/** The paper with what lies on it, as it goes in: the end that goes in first on top. */
export function TrayDrawing(props: {
  tray: Tray;
  picture: string;
  table: Uint8Array | null;
  /** What is shown: as it was planned, what comes out, or the one with the outline of the other. */
  shows: "planned" | "out" | "both";
  room: { width: number; height: number };
}) {
  const { tray, table, shows, room } = props;
  const [, , wide, tall] = tray.sheet;
  const scale = Math.max(
    0,
    Math.min(
      (room.width - 2 * Math.min(SIDE, LEAST_SIDE * room.width)) / wide,
      (room.height - OVER - UNDER) / tall,
    ),
  );
  const asPlanned = shows === "planned";
  const turned = asPlanned ? tray.paper.turned : tray.turned;
  const file = asPlanned ? tray.planned : tray.file;
  const clip = asPlanned ? tray.sheet : tray.clip;
  const white = table ? through(table, 255, 255, 255).slice(0, 3).join(" ") : "255 255 255";
  const px = (box: BoxMm) => ({
    left: box[0] * scale,
    top: box[1] * scale,
    width: box[2] * scale,
    height: box[3] * scale,
  });
  const left = (room.width - wide * scale) / 2;
  const top = OVER + Math.max(0, (room.height - OVER - UNDER - tall * scale) / 3);
  const words = `${tray.paper.first_end} goes in first, ${tray.paper.side}`;
  // A feed is wider than a narrow paper, and wide enough for what it says.
  const mouth = Math.max(wide * scale + 68, Math.min(room.width, words.length * WORDS_PX + 48));
  return (
    <div
      className="tray"
      style={{ width: room.width, height: room.height }}
      role="img"
      aria-label={`${tray.device}, ${tray.feed}: ${asPlanned ? "the print as it was planned" : "what comes out"}`}
    >
      <div
        className="tray-mouth"
        style={{ left: (room.width - mouth) / 2, top: top - OVER + 8, width: mouth }}
      >
        <span>{words}</span>
      </div>
      <div
        className="tray-paper"
        data-paper={white}
        style={{ ...px([0, 0, wide, tall]), left, top, background: `rgb(${white})` }}
      >
        <div className="tray-clip" style={px(clip)}>
          <div
            className="tray-file"
            style={px([file[0] - clip[0], file[1] - clip[1], file[2], file[3]])}
            data-turned={turned}
          >
            {scale > 0 && (
              <Print {...props} scale={scale} turned={turned} wide={file[2] * scale} tall={file[3] * scale} />
            )}
          </div>
        </div>
        {!asPlanned && <Unprintable clip={tray.clip} sheet={tray.sheet} scale={scale} />}
        {(shows === "both" || (shows === "out" && !same(tray.file, tray.planned))) && (
          <div className="tray-planned" style={px(tray.planned)} aria-hidden />
        )}
      </div>
      {shows !== "planned" && !same(tray.file, tray.planned) && (
        <span
          className="tray-word"
          style={{
            left: left + wide * scale + 8,
            top: top + (tray.planned[1] + tray.planned[3] / 2) * scale,
          }}
        >
          dashed: as planned
        </span>
      )}
    </div>
  );
}

const same = (one: BoxMm, other: BoxMm) => one.every((side, at) => Math.abs(side - (other[at] ?? 0)) < 0.2);

/** The file itself, in the colours that it has on the paper; upright or turned by a quarter, as it lies. */
function Print(props: {
  tray: Tray;
  picture: string;
  table: Uint8Array | null;
  scale: number;
  turned: boolean;
  wide: number;
  tall: number;
}) {
  const { tray, table, turned } = props;
  const { drawing } = tray;
  const [, , w, h] = drawing.boxes.document;
  const [width, height] = turned ? [props.tall, props.wide] : [props.wide, props.tall];
  const [x, y] = [width / w, height / h];
  const piece = drawing.pieces[0];
  const dense = Math.min(2, window.devicePixelRatio || 1);
  const { pixels } = usePrintedPixels(
    piece ? { kind: "whole", picture: props.picture, piece, scale: Math.max(x, y) * dense } : null,
  );
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const drawn = canvas.current?.getContext("2d", { colorSpace: pixels?.colorSpace ?? "srgb" });
    if (!canvas.current || !drawn || !pixels) return;
    canvas.current.width = pixels.width;
    canvas.current.height = pixels.height;
    drawn.putImageData(onPaper(pixels, table, false), 0, 0);
  }, [pixels, table]);
  const turn = turned ? { transform: `translateX(${props.wide}px) rotate(90deg)` } : {};
  return (
    <div className="tray-print" style={{ width, height, ...turn }}>
      <div style={{ transform: `scale(1, ${y / x})`, transformOrigin: "0 0" }}>
        <SheetInSmall
          drawing={drawing}
          proof={`/api/pictures/${props.picture}/bench.jpg`}
          scale={x}
          room={[width, h * x]}
          loss={false}
        />
      </div>
      {piece && (
        <canvas
          ref={canvas}
          style={{
            left: piece.printed[0] * x,
            top: piece.printed[1] * y,
            width: piece.printed[2] * x,
            height: piece.printed[3] * y,
          }}
        />
      )}
      <svg
        className="tray-ink"
        width={width}
        height={height}
        viewBox={`0 0 ${w} ${h}`}
        preserveAspectRatio="none"
        aria-hidden
      >
        <SheetInk strokes={drawing.strokes} labels={drawing.labels} least={0.75 / x} />
      </svg>
    </div>
  );
}

/** What the device leaves white, as a grey rim. */
function Unprintable({ clip, sheet, scale }: { clip: BoxMm; sheet: BoxMm; scale: number }) {
  const [x, y, w, h] = clip.map((side) => side * scale) as BoxMm;
  const [wide, tall] = [sheet[2] * scale, sheet[3] * scale];
  if (w >= wide && h >= tall) return null;
  return (
    <svg className="tray-unprintable" width={wide} height={tall} aria-hidden>
      <path
        fillRule="evenodd"
        d={`M0 0h${wide}v${tall}h${-wide}zM${x} ${y}h${w}v${h}h${-w}z`}
        fill="currentColor"
      />
    </svg>
  );
}
