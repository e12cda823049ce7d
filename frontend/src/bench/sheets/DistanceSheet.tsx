import type { SchoolRow } from "../../api/types";
import { LengthField } from "../../fields/LengthField";
import { gradeWord } from "../../shell/Grade";
import { typeset } from "../../shell/typeset";
import { usePlanStore } from "../planStore";
import { usePlanTyping } from "../usePlanTyping";
import type { SheetProps } from "./types";

export function DistanceSheet({ plan, worksheet, unit }: SheetProps) {
  const change = usePlanStore((store) => store.change);
  const { change: typed, ...typing } = usePlanTyping();
  const { rail } = worksheet;
  const chosen = plan.viewing.school;
  if (!worksheet.schools.length)
    return (
      <p>
        This print is for a screen: its pixels are wanted, whatever the distance. {typeset(rail.verdict)}:{" "}
        <b className="font-semibold">{rail.bands[0]?.label}</b>.
      </p>
    );
  return (
    <div className="space-y-3">
      <LengthField
        label="Looked at from"
        unit={unit}
        purpose="distance"
        {...typing}
        value={plan.viewing.distance ?? rail.distance}
        onRead={(distance) => typed({ "viewing.distance": distance })}
      />
      <div className="flex flex-wrap gap-1.5">
        {(["35 cm", "1 m", "2 m", "5 m"] as const).map((place) => (
          <button
            key={place}
            type="button"
            className="plain-button"
            onClick={() => change({ "viewing.distance": place })}
          >
            {typeset(place)}
          </button>
        ))}
        <button
          type="button"
          className="plain-button"
          aria-pressed={plan.viewing.distance == null}
          onClick={() => change({ "viewing.distance": null })}
        >
          Whole print
        </button>
      </div>
      <table className="schools">
        <caption className="soft pb-1 text-left text-[13px]">
          Four schools, one chosen for the verdict
        </caption>
        <thead>
          <tr>
            <th scope="col">School</th>
            <th scope="col">needs</th>
            <th scope="col">has</th>
            <th scope="col">clean from</th>
          </tr>
        </thead>
        <tbody>
          {worksheet.schools.map((row) => (
            <tr key={row.id}>
              <th scope="row" className="font-medium">
                <label className="flex min-h-6 items-start gap-2">
                  <input
                    type="radio"
                    name="school"
                    className="radio radio-xs mt-1"
                    checked={chosen === row.id}
                    disabled={!row.answers && chosen !== row.id}
                    onChange={() => change({ "viewing.school": row.id })}
                  />
                  <span>
                    {row.label}
                    <br />
                    <span className="soft text-[12.5px] font-normal">{row.note}</span>
                  </span>
                </label>
              </th>
              <SchoolCells row={row} />
            </tr>
          ))}
        </tbody>
      </table>
      <label className="flex items-center justify-between gap-3">
        <span>
          Sharpness of the eye <span className="soft">minutes of arc</span>
        </span>
        <select
          className="field figure !w-36 text-[16px]"
          value={plan.viewing.arcmin}
          onChange={(event) => change({ "viewing.arcmin": Number(event.target.value) })}
        >
          {[...new Set([0.6, 1, 1.5, plan.viewing.arcmin])].sort().map((angle) => (
            <option key={angle} value={angle}>
              {angle}′{angle === 1 ? " usual" : angle === 0.6 ? " strict" : ""}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}

function SchoolCells({ row }: { row: SchoolRow }) {
  if (!row.answers)
    return (
      <td colSpan={3} className="soft">
        {row.need}
      </td>
    );
  return (
    <>
      <td className="figure">{typeset(row.need)}</td>
      <td>
        <span className="figure">{row.ratio}</span>
        <br />
        <b className="font-semibold">{gradeWord(row.grade)}</b>
      </td>
      <td className="figure">{typeset(row.clean_from)}</td>
    </>
  );
}
