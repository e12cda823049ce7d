import { Check } from "../../fields/Check";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import { OutputFields } from "../stepPanels/OutputFields";
import type { OfGang } from "../stepPanels/types";
import { Ways } from "../Ways";
import { Booking } from "./Booking";

/** How it is cut, the pieces in the order of cutting, the file, and what is booked off the stock. */
export function CuttingPanel(props: OfGang) {
  const { request, page, layout } = props;
  const change = useLayoutStore((store) => store.change);
  const { gang } = page;
  return (
    <div className="space-y-3">
      <Ways
        about="choice:cutting"
        label="How it is cut"
        ways={page.ways.filter((way) => way.id.startsWith("cut-"))}
      />
      <Check
        label="Ticks at the corners, number and title under each piece"
        checked={request.marks}
        onChange={(marks) => change({ marks })}
      />
      {gang && gang.cuts.length > 0 && (
        <details className="pad">
          <summary>{gang.cuts.length} cuts, in their order</summary>
          <ol className="list-decimal pl-5">
            {gang.cuts.map((cut, index) => (
              <li key={index}>
                {page.sheets.length > 1 ? `${page.sheets[cut.sheet]?.name}: ` : ""}
                {typeset(cut.text)}
              </li>
            ))}
          </ol>
        </details>
      )}
      <details className="pad">
        <summary>{gang?.pieces.length ?? 0} pieces, in the order of cutting</summary>
        <table className="w-full">
          <thead className="soft text-left">
            <tr>
              <th className="font-normal">No.</th>
              <th className="font-normal">Piece</th>
              <th className="text-right font-normal">Size</th>
            </tr>
          </thead>
          <tbody>
            {gang?.pieces.map((piece) => (
              <tr key={piece.number}>
                <td className="figure">{piece.number}</td>
                <td className="max-w-0 truncate" dir="auto" title={piece.name}>
                  {piece.name}
                </td>
                <td className="figure text-right whitespace-nowrap">{typeset(piece.size)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      <a
        className="plain-button inline-flex items-center"
        href={`/api/layouts/${layout.id}/pieces.csv`}
        download
      >
        List of pieces, CSV
      </a>
      <OutputFields request={request} />
      {props.making}
      <Booking {...props} />
    </div>
  );
}
