import { useEffect, useRef, type PointerEvent } from "react";
import type { Handlers } from "../drawing/useDrag";
import { onPaper, through } from "./table";

/** Pixels on a paper (or as they are, without a table), with the paper that lies round them. */
export function PaperPane(props: {
  pixels: ImageData;
  table: Uint8Array | null;
  hatched: boolean;
  /** px of the page: how large the paper is, and where the picture lies on it. */
  paper: { width: number; height: number; left: number; top: number; picture: number; tall: number };
  label: string;
  drag?: Handlers;
  onPoint: (colour: readonly [number, number, number] | null) => void;
}) {
  const { pixels, table, hatched, paper, drag, onPoint } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const drawn = canvas.current?.getContext("2d", { colorSpace: pixels.colorSpace });
    if (!canvas.current || !drawn) return;
    canvas.current.width = pixels.width;
    canvas.current.height = pixels.height;
    drawn.putImageData(onPaper(pixels, table, hatched), 0, 0);
  }, [pixels, table, hatched]);
  const white = table ? through(table, 255, 255, 255).slice(0, 3).join(" ") : "255 255 255";
  const point = ({ clientX, clientY, currentTarget }: PointerEvent<HTMLCanvasElement>) => {
    const box = currentTarget.getBoundingClientRect();
    const x = Math.floor(((clientX - box.left) / box.width) * pixels.width);
    const y = Math.floor(((clientY - box.top) / box.height) * pixels.height);
    const at = (y * pixels.width + x) * 4;
    const [red, green, blue] = pixels.data.slice(at, at + 3);
    onPoint(red === undefined || green === undefined || blue === undefined ? null : [red, green, blue]);
  };
  return (
    <div
      className="on-paper"
      style={{ width: paper.width, height: paper.height, background: `rgb(${white})` }}
      data-paper={white}
    >
      <canvas
        ref={canvas}
        role="img"
        aria-label={props.label}
        style={{ left: paper.left, top: paper.top, width: paper.picture, height: paper.tall }}
        {...(drag && { ...drag, "data-moves": true })}
        onPointerMove={(event) => {
          drag?.onPointerMove(event);
          point(event);
        }}
        onPointerLeave={() => onPoint(null)}
      />
    </div>
  );
}
