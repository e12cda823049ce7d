// The printed part of a picture as pixels of the screen: the whole from its preview, or a piece of it px for px from its tiles.
import { useEffect, useState } from "react";
import type { Drawing } from "../api/types";
import { levelFor, seen, wholeAt, type Tiled } from "../look/Tiles";
import { screenSpace } from "./screen";
import { cornerIn, type Place, type Size } from "../proof/place";

type Piece = Drawing["pieces"][number];

const loaded = (src: string) =>
  new Promise<HTMLImageElement>((resolve, reject) => {
    const image = new Image();
    image.onload = () => resolve(image);
    image.onerror = () =>
      reject(new Error("A part of the picture did not come. It is asked for when you move."));
    image.src = src;
  });

function blank({ width, height }: Size): CanvasRenderingContext2D | null {
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(width));
  canvas.height = Math.max(1, Math.round(height));
  return canvas.getContext("2d", { willReadFrequently: true, colorSpace: screenSpace() });
}

const pixelsOf = (drawn: CanvasRenderingContext2D) =>
  drawn.getImageData(0, 0, drawn.canvas.width, drawn.canvas.height);

/** The whole of what is printed, so many px a mm. */
async function whole(picture: string, piece: Piece, scale: number): Promise<ImageData | null> {
  const image = await loaded(`/api/pictures/${picture}/bench.jpg`);
  const [x, y, width, height] = piece.printed;
  const drawn = blank({ width: width * scale, height: height * scale });
  if (!drawn) return null;
  const [px, py, pw, ph] = piece.picture;
  drawn.imageSmoothingQuality = "high";
  drawn.translate((px - x + pw / 2) * scale, (py - y + ph / 2) * scale);
  drawn.rotate(((piece.turn + piece.angle) * Math.PI) / 180);
  const [w, h] = piece.turn % 180 ? [ph, pw] : [pw, ph];
  drawn.drawImage(image, (-w / 2) * scale, (-h / 2) * scale, w * scale, h * scale);
  return pixelsOf(drawn);
}

/** A piece of the picture, one of its px a px of the screen. */
async function piece(of: Tiled, pane: Size, place: Place, dense: number): Promise<ImageData | null> {
  const drawn = blank({ width: pane.width * dense, height: pane.height * dense });
  if (!drawn) return null;
  const { level } = levelFor(of.look.top, 1);
  const corner = cornerIn(pane, place, wholeAt(of, 1), dense);
  const { tile, overlap } = of.look;
  const begins = (at: number) => at * tile - (at > 0 ? overlap : 0);
  const cells = seen(corner.y * dense, pane.height * dense, tile, of.height).flatMap((row) =>
    seen(corner.x * dense, pane.width * dense, tile, of.width).map((column) => ({ column, row })),
  );
  const tiles = await Promise.all(
    cells.map(async ({ column, row }) => ({
      column,
      row,
      image: await loaded(`/api/pictures/${of.id}/tiles/${level}/${column}_${row}.jpg`),
    })),
  );
  for (const { column, row, image } of tiles)
    drawn.drawImage(
      image,
      Math.round(corner.x * dense) + begins(column),
      Math.round(corner.y * dense) + begins(row),
    );
  return pixelsOf(drawn);
}

/** What is wanted: all of it at a scale, or a piece at a place. */
export type Wanted =
  | { kind: "whole"; picture: string; piece: Piece; scale: number }
  | { kind: "pixels"; of: Tiled; pane: Size; place: Place; dense: number };

/** The newest pixels that came; those before stay until then. */
export function usePrintedPixels(wanted: Wanted | null) {
  const [pixels, setPixels] = useState<ImageData | null>(null);
  const [problem, setProblem] = useState("");
  const key = wanted && JSON.stringify(wanted);
  useEffect(() => {
    if (!key) return;
    let here = true;
    const asked = JSON.parse(key) as Wanted;
    const made =
      asked.kind === "whole"
        ? whole(asked.picture, asked.piece, asked.scale)
        : piece(asked.of, asked.pane, asked.place, asked.dense);
    made.then(
      (found) => {
        if (!here) return;
        setPixels(found);
        setProblem("");
      },
      (error: Error) => here && setProblem(error.message),
    );
    return () => {
      here = false;
    };
  }, [key]);
  return { pixels, problem };
}
