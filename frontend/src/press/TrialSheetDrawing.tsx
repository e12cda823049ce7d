import type { TrialSheet } from "../api/types";
import { useSize } from "../drawing/useSize";

/** The trial sheet in small; what is asked for at the moment stands out. */
export function TrialSheetDrawing({ sheet, pointed }: { sheet: TrialSheet; pointed: string }) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const [w, h] = sheet.paper;
  const { bar } = sheet;
  const scale = Math.max(0, Math.min((width - 40) / w, (height - 30) / h));
  const on = (...names: string[]) => (names.includes(pointed) ? "trial-on" : undefined);
  const ticks = Array.from({ length: 26 }, (_, at) => at);
  const rulers = on("margins", "borderless");
  return (
    <div ref={element} className="grid min-h-0 w-full flex-1 place-items-center overflow-hidden">
      {scale > 0 && (
        <svg
          className="trial-drawing"
          width={w * scale}
          height={h * scale}
          viewBox={`0 0 ${w} ${h}`}
          role="img"
          aria-label="The trial sheet: rulers at its four sides, a cross in the middle, a bar across and one along"
        >
          <rect width={w} height={h} className="trial-paper" />
          <g className={rulers}>
            {ticks.map((at) => {
              const long = at % 10 === 0 ? 7 : at % 5 === 0 ? 5 : 3;
              return (
                <path
                  key={at}
                  d={`M${at} ${h / 4}v${-long}M${w - at} ${h / 4}v${-long}M${w / 4} ${at}h${-long}M${w / 4} ${h - at}h${-long}`}
                />
              );
            })}
          </g>
          <g className={on("cross_left", "cross_top")}>
            <path d={`M${w / 2 - 10} ${h / 2}h20M${w / 2} ${h / 2 - 10}v20`} />
            {pointed === "cross_left" && <path d={`M0 ${h / 2}H${w / 2}`} strokeDasharray="3 2" />}
            {pointed === "cross_top" && <path d={`M${w / 2} 0V${h / 2}`} strokeDasharray="3 2" />}
          </g>
          <g className={on("bar_across")}>
            <path d={`M${(w - bar) / 2} ${h / 2 + bar / 2 + 6}h${bar}m0 -2v4m${-bar} -4v4`} />
          </g>
          <g className={on("bar_along")}>
            <path d={`M${w / 2 + bar * 0.35} ${(h - bar) / 2}v${bar}m-2 0h4m-4 ${-bar}h4`} />
          </g>
        </svg>
      )}
    </div>
  );
}
