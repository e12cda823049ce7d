import { useId } from "react";
import type { HangRequest, LayoutPage, LayoutState, PanelsRequest, Scene } from "../../api/types";
import { useSize } from "../../drawing/useSize";
import { PartOfPrint } from "../PrintSymbol";
import { PhotoOfWall } from "./PhotoOfWall";
import { SpreadSymbol } from "./SpreadSymbol";

/** What hangs as a viewer sees it: on a drawn wall, or in a photograph of the real one. */
export function SceneDrawing(props: {
  request: PanelsRequest | HangRequest;
  layout: LayoutState;
  page: LayoutPage;
  symbol: (plan: number) => string;
}) {
  const { request, layout, page } = props;
  const { element, width, height } = useSize<HTMLDivElement>();
  const own = useId();
  const { scene } = page;
  if (!scene) return null;
  const symbol = request.kind === "panels" ? () => `${own}-spread` : props.symbol;
  const shapes = <Shapes scene={scene} symbol={symbol} id={own} />;
  return (
    <div ref={element} className="absolute inset-0 overflow-hidden" data-testid="scene">
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          {request.kind === "panels" && page.panels && (
            <SpreadSymbol
              id={`${own}-spread`}
              request={request}
              panels={page.panels}
              proof={`/api/pictures/${layout.pictures[0]?.id}/bench.jpg`}
            />
          )}
        </defs>
      </svg>
      {width > 0 &&
        (scene.photo && layout.photo && request.view.photo ? (
          <PhotoOfWall
            {...{ request, scene, width, height }}
            lies={scene.photo}
            photo={request.view.photo}
            picture={layout.photo}
          >
            {shapes}
          </PhotoOfWall>
        ) : (
          <svg
            width={width}
            height={height - 34}
            viewBox={`0 0 ${scene.width} ${scene.height}`}
            role="img"
            aria-label={scene.caption}
          >
            {shapes}
          </svg>
        ))}
      <p className="scene-caption figure">{scene.caption}</p>
    </div>
  );
}

/** The shapes of a scene from back to front, mm. */
function Shapes({ scene, symbol, id }: { scene: Scene; symbol: (plan: number) => string; id: string }) {
  const blurs = [...new Set(scene.shapes.filter((one) => one.kind === "shadow").map((one) => one.blur))];
  return (
    <>
      <defs>
        {blurs.map((blur) => (
          <filter key={blur} id={`${id}-${blur}`} x="-50%" y="-50%" width="200%" height="200%">
            <feGaussianBlur stdDeviation={blur} />
          </filter>
        ))}
        <linearGradient id={`${id}-shade`} x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="#1d1a14" stopOpacity="0" />
          <stop offset="1" stopColor="#1d1a14" stopOpacity="1" />
        </linearGradient>
      </defs>
      {scene.shapes.map((shape, index) => {
        const [x, y, width, height] = shape.box;
        switch (shape.kind) {
          case "picture":
            return (
              <PartOfPrint
                key={index}
                symbol={symbol(shape.plan)}
                part={shape.part ?? [0, 0, 1, 1]}
                box={shape.box}
              />
            );
          case "ellipse":
            return (
              <ellipse
                key={index}
                cx={x + width / 2}
                cy={y + height / 2}
                rx={width / 2}
                ry={height / 2}
                fill={shape.fill}
              />
            );
          case "shade":
            return (
              <rect
                key={index}
                {...{ x, y, width, height }}
                fill={`url(#${id}-shade)`}
                opacity={shape.opacity}
              />
            );
          case "shadow":
            return (
              <rect
                key={index}
                {...{ x, y, width, height }}
                fill={shape.fill}
                opacity={shape.opacity}
                filter={`url(#${id}-${shape.blur})`}
              />
            );
          default:
            return (
              <rect
                key={index}
                {...{ x, y, width, height }}
                rx={shape.radius}
                fill={shape.fill}
                opacity={shape.opacity}
              />
            );
        }
      })}
    </>
  );
}
