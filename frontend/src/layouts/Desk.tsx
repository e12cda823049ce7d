import { useId, type ReactNode } from "react";
import type { AnyLayoutRequest, LayoutPage, LayoutState } from "../api/types";
import { ASSUMED, useCalibration } from "../look/calibration";
import { kindOf } from "./kinds";
import { PrintSymbol } from "./PrintSymbol";
import { SheetLarge, SheetsStrip } from "./SheetsStrip";

/** The whole of a layout as it is worked on, its sheets beside it where it has some, or one of them large. */
export function Desk(props: {
  layout: LayoutState;
  request: AnyLayoutRequest;
  page: LayoutPage;
  step: string;
  looked: number | null;
  truly: boolean;
  picked: number | null;
  onPick: (number: number | null) => void;
  onLook: (sheet: number | null) => void;
  words: ReactNode;
}) {
  const { layout, request, page, looked } = props;
  const kind = kindOf(request);
  const own = useId();
  const pxPerMm = useCalibration((store) => store.pxPerMm) ?? ASSUMED;
  const symbol = (plan: number) => `${own}-print-${plan}`;
  const truly = props.truly && request.kind === "life";
  const alone = truly || !kind.strip;
  return (
    <div className="desk relative layout-desk" data-alone={alone || undefined}>
      {/* Each print is drawn once, out of sight; every sheet shows its part of it. */}
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          {page.prints.map((drawing, plan) => (
            <PrintSymbol
              key={plan}
              id={symbol(plan)}
              drawing={drawing}
              proof={`/api/pictures/${layout.pictures[page.pictures[plan] ?? 0]?.id}/bench.jpg`}
            />
          ))}
        </defs>
      </svg>
      <div className="relative min-w-0">
        {looked !== null && page.sheets[looked] ? (
          <>
            <SheetLarge page={page} number={looked} symbol={symbol} />
            <button
              type="button"
              className="plain-button absolute top-3 left-3"
              onClick={() => props.onLook(null)}
            >
              Back to the whole
            </button>
          </>
        ) : (
          <>
            <kind.Whole
              {...{ request, layout, page, symbol }}
              step={props.step}
              picked={props.picked}
              onPick={props.onPick}
              looked={looked}
              onLook={props.onLook}
              truly={truly ? pxPerMm : null}
            />
            <p className="layout-hint pointer-events-none">{kind.hint(page, props.step)}</p>
          </>
        )}
      </div>
      {!alone && <SheetsStrip page={page} symbol={symbol} looked={looked} onLook={props.onLook} />}
      {props.words}
    </div>
  );
}
