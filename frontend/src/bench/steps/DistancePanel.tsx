import { What } from "../../legend/What";
import type { Plan, SchoolRow, Unit } from "../../api/types";
import type { Fix } from "../../designs/fix";
import { LengthField, readLength } from "../../fields/LengthField";
import { TypedField } from "../../fields/TypedField";
import { gradeWord } from "../../shell/Grade";
import { Pick } from "../../shell/Pick";
import { typeset } from "../../shell/typeset";
import { usePlanStore } from "../planStore";
import { usePlanTyping } from "../usePlanTyping";
import { SeenPlot } from "./SeenPlot";
import type { StepPanelProps } from "./types";

export function DistancePanel({ plan, worksheet, unit }: StepPanelProps) {
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
        label="Viewing distance"
        narrow
        unit={unit}
        purpose="distance"
        {...typing}
        value={plan.viewing.distance ?? rail.distance}
        onRead={(distance) => typed({ "viewing.distance": distance })}
      />
      <div className="flex flex-wrap gap-1.5">
        {(["35 cm", "1 m", "2 m"] as const).map((place) => (
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
      <RoomField plan={plan} unit={unit} />
      {worksheet.seen?.detail_share != null && (
        <div className="flex items-center justify-between gap-3">
          <span>The verdict counts</span>
          <Pick
            label="The verdict counts"
            about="word:counted"
            options={[
              { value: "pixels", label: "pixels" },
              { value: "detail", label: typeset(`detail, ${worksheet.seen.detail_text}`) },
            ]}
            value={plan.viewing.detail == null ? "pixels" : "detail"}
            onPick={(counted) =>
              change({
                "viewing.detail": counted === "detail" ? (worksheet.seen?.detail_share ?? null) : null,
              })
            }
          />
        </div>
      )}
      <table className="schools">
        <caption className="sr-only">Criteria: what each needs and has, and from where it is clean</caption>
        <thead>
          <tr>
            <th scope="col">
              <What about="word:judge-by">Judge by</What>
            </th>
            <th scope="col">needs</th>
            <th scope="col">
              <What about="word:grades">has</What>
            </th>
            <th scope="col">clean from</th>
          </tr>
        </thead>
        <tbody>
          {worksheet.schools.map((row) => (
            <tr key={row.id}>
              <th scope="row" className="font-medium">
                <span className="flex items-start">
                  <label className="flex min-h-6 items-start gap-2 whitespace-nowrap">
                    <input
                      type="radio"
                      name="school"
                      className="radio radio-xs mt-1"
                      checked={chosen === row.id}
                      disabled={!row.answers && chosen !== row.id}
                      onChange={() => change(row.fix as Fix)}
                    />
                    {row.label}
                  </label>
                  <What about={`word:judge-${row.id}`} />
                </span>
                <span className="school-note soft">{typeset(row.note)}</span>
              </th>
              <SchoolCells row={row} />
            </tr>
          ))}
        </tbody>
      </table>
      {worksheet.seen && <SeenPlot seen={worksheet.seen} at={rail.viewer.at_mm} />}
      <label className="flex items-center justify-between gap-3">
        <span>
          Sharpness of the eye <span className="soft">minutes of arc</span>
        </span>
        <select
          className="field figure !w-36 text-[16px]"
          value={plan.viewing.arcmin}
          onChange={(event) => change({ "viewing.arcmin": Number(event.target.value) })}
        >
          {[...new Set([0.6, 1, 1.5, plan.viewing.arcmin])]
            .sort((a, b) => a - b)
            .map((angle) => (
              <option key={angle} value={angle}>
                {angle}′{angle === 1 ? " usual" : angle === 0.6 ? " strict" : ""}
              </option>
            ))}
        </select>
      </label>
    </div>
  );
}

/** How deep the room is; nothing typed, it has no end. */
function RoomField({ plan, unit }: { plan: Plan; unit: Unit }) {
  const { change, ...typing } = usePlanTyping();
  return (
    <TypedField<string | null>
      label={
        <>
          The room is <span className="soft">deep, if it ends</span>
        </>
      }
      narrow
      placeholder="no end"
      value={plan.viewing.room ?? ""}
      read={async (text) => {
        if (!text.trim()) return { value: null };
        const { typed, ...how } = await readLength(text, unit, "distance");
        return { value: typed, ...how };
      }}
      {...typing}
      onRead={(room) => change({ "viewing.room": room })}
    />
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
