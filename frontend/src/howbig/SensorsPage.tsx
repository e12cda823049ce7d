import { gradeWord } from "../shell/Grade";
import { Check } from "../fields/Check";
import { X } from "lucide-react";
import { pixelCount } from "../fields/pixelCount";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Sensor, SensorSize } from "../api/types";
import { LengthField } from "../fields/LengthField";
import { TopBar } from "../frame/TopBar";
import { usePreferences } from "../session/useSession";
import { Coming } from "../shell/Coming";
import { Pick as PickOne } from "../shell/Pick";
import { KeptWords } from "../shell/KeptWords";
import { typeset } from "../shell/typeset";
import "./howbig.css";
import { MediumPick, useFactor } from "./MediumPick";
import { TableCell } from "./TableCell";
import { useSensors, useSensorSizes } from "./useSensors";

const nothing = () => undefined;
const MOST_COLUMNS = 6;
type Stretch = keyof SensorSize;

/** How large cameras' pictures print: a table of the studio's own. */
export function SensorsPage() {
  const { account } = usePreferences();
  const [search, setSearch] = useSearchParams();
  const asked = {
    medium: search.get("medium") ?? "satin photo paper",
    distance: search.get("distance") ?? "60 cm",
  };
  const tell = (change: Partial<typeof asked>) => {
    // What the address says by now: two fields may be understood before the page is drawn again.
    const now = Object.fromEntries(new URLSearchParams(window.location.search));
    setSearch({ ...asked, ...now, ...change }, { replace: true });
  };
  const factor = useFactor(asked.medium);
  const query = { distance: asked.distance, factor, unit: account.unit };
  const { kept, change, takeIn, forget, takeBack, problem, away } = useSensors();
  const { table, version } = kept.data ?? {};
  const sizes = useSensorSizes(query, version);
  const found = sizes.data;
  const [stretch, setStretch] = useState<Stretch>("plain");
  const words = new URLSearchParams({ ...query, factor: String(factor) }).toString();
  const keep = change;
  const refusedAt = problem ? version : undefined;
  useEffect(() => {
    document.title = "Cameras · Zollstock";
    return () => {
      document.title = "Zollstock";
    };
  }, []);
  const own = found?.lines.some(({ example }) => !example);
  return (
    <div className="bench">
      <TopBar>
        {(["pdf", "csv"] as const).map((kind) => (
          <a
            key={kind}
            className="plain-button inline-flex items-center"
            href={`/api/sensors${kind === "pdf" ? ".pdf" : "/sizes.csv"}?${words}`}
            download
          >
            {kind === "pdf" ? "Sheet, PDF" : "CSV"}
          </a>
        ))}
      </TopBar>
      <main className="howbig">
        <section
          className="panel flex min-h-0 flex-col overflow-auto px-4 py-3"
          aria-label="Cameras and how large they print"
        >
          <h1 className="text-xl font-semibold">How large cameras print</h1>
          <p className="soft pb-2">
            Pixel for pixel, or enlarged as far as is comfortable, or as far as one should look at it first.
          </p>
          <Coming query={kept} what="The table" />
          {table && found && (
            <table className="sensors">
              <thead>
                <tr>
                  <th scope="col">Camera</th>
                  <th scope="col">px</th>
                  {table.columns.map((column, at) => (
                    <th scope="col" key={at}>
                      <span className="flex items-center gap-1">
                        <TableCell
                          refusedAt={refusedAt}
                          label={`Column ${at + 1}: a ppi or a grade`}
                          value={gradeWord(column)}
                          onMeant={(text) =>
                            keep((now) => ({
                              ...now,
                              columns: now.columns.map((old, index) => (index === at ? text : old)),
                            }))
                          }
                        />
                        {table.columns.length > 1 && (
                          <Remove
                            label={`Remove the column ${column}`}
                            onClick={() =>
                              keep((now) => ({
                                ...now,
                                columns: now.columns.filter((_, index) => index !== at),
                              }))
                            }
                          />
                        )}
                      </span>
                      <span className="soft block text-[12.5px] font-normal">
                        {found.headings[at] !== column && typeset(found.headings[at] ?? "")}
                      </span>
                    </th>
                  ))}
                  <td>
                    {table.columns.length < MOST_COLUMNS && (
                      <button
                        type="button"
                        className="min-h-6 underline"
                        onClick={() => keep((now) => ({ ...now, columns: [...now.columns, "240 ppi"] }))}
                      >
                        Add a column
                      </button>
                    )}
                  </td>
                </tr>
              </thead>
              <tbody>
                {table.sensors.map((sensor, at) => {
                  if (!table.examples && own && found.lines[at]?.example) return null;
                  const put = (next: Sensor | null) =>
                    keep((now) => ({
                      ...now,
                      sensors: now.sensors.flatMap((old, index) =>
                        index !== at ? [old] : next ? [next] : [],
                      ),
                    }));
                  return (
                    <tr key={at}>
                      <th scope="row">
                        <TableCell
                          refusedAt={refusedAt}
                          label={`Name of ${sensor.name}`}
                          value={sensor.name}
                          onMeant={(name) => put({ ...sensor, name })}
                        />
                      </th>
                      <td>
                        <TableCell
                          refusedAt={refusedAt}
                          label={`px of ${sensor.name}`}
                          value={`${sensor.width_px} × ${sensor.height_px}`}
                          wrong={(text) => (pixelCount(text) ? "" : "Type px like 6000 × 4000, or 24 MP.")}
                          onMeant={(text) => put({ ...sensor, ...pixelsOf(text) })}
                        />
                      </td>
                      {found.lines[at]?.sizes.map((size, column) => (
                        <td key={column} className="figure text-[16px] whitespace-nowrap">
                          {typeset(size[stretch])}
                        </td>
                      ))}
                      <td>
                        <Remove label={`Remove ${sensor.name}`} onClick={() => put(null)} />
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          )}
          {table && found && (
            <AddSensor onAdd={(sensor) => keep((now) => ({ ...now, sensors: [...now.sensors, sensor] }))} />
          )}
        </section>
        <section
          aria-label="From where, on what"
          className="panel flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3"
        >
          <h2 className="text-[17px] font-semibold">From where, on what</h2>
          <LengthField
            narrow
            label="Viewing distance"
            inputClass="figure !w-40"
            unit={account.unit}
            purpose="distance"
            value={asked.distance}
            keeps="table"
            onStart={nothing}
            onRead={(distance) => tell({ distance })}
            onBack={nothing}
            onDone={nothing}
          />
          <MediumPick value={asked.medium} onPick={(medium) => tell({ medium })} />
          <p className="soft">Both count for grades; a ppi is a ppi.</p>
          {table && own && found?.lines.some(({ example }) => example) && (
            <Check
              label="Show the examples too"
              checked={table.examples}
              onChange={(examples) => keep((now) => ({ ...now, examples }))}
            />
          )}
          <PickOne<Stretch>
            label="Enlarged"
            options={[
              { value: "plain", label: "As it is" },
              { value: "comfortable", label: typeset(found?.limits[0] ?? "1.8 ×") },
              { value: "most", label: typeset(found?.limits[1] ?? "2 ×") },
            ]}
            value={stretch}
            onPick={setStretch}
          />
          <div aria-live="polite">
            <KeptWords problem={problem ?? sizes.error} away={away} />
          </div>
          {takeBack && (
            <button type="button" className="plain-button" onClick={takeBack}>
              Take the last change back
            </button>
          )}
          <label className="plain-button inline-flex cursor-pointer items-center justify-center focus-within:outline-2">
            Import CSV
            <input
              type="file"
              className="sr-only"
              accept=".csv,text/csv"
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = "";
                if (file) void file.text().then(takeIn);
              }}
            />
          </label>
          <p className="soft">Columns name, width_px, height_px. Its cameras take the place of these.</p>
          {(version ?? 0) > 0 && (
            <button type="button" className="plain-button" onClick={forget}>
              Reset to examples
            </button>
          )}
          <Link className="underline" to="/how-big">
            How big one picture can be printed
          </Link>
        </section>
      </main>
    </div>
  );
}

function pixelsOf(text: string): Pick<Sensor, "width_px" | "height_px"> {
  const [width, height] = pixelCount(text) ?? [0, 0];
  return { width_px: width, height_px: height };
}

function Remove({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <button
      type="button"
      className="grid size-6 place-items-center"
      aria-label={label}
      title={label}
      onClick={onClick}
    >
      <X size={15} aria-hidden />
    </button>
  );
}

function AddSensor({ onAdd }: { onAdd: (sensor: Sensor) => void }) {
  const [name, setName] = useState("");
  const [pixels, setPixels] = useState("");
  const missing = !name.trim() ? "a name" : !pixelCount(pixels) ? "px like 6000 × 4000, or 24 MP" : "";
  return (
    <form
      className="flex flex-wrap items-center gap-2 pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (missing) return;
        onAdd({ key: "", name: name.trim(), ...pixelsOf(pixels) });
        setName("");
        setPixels("");
      }}
    >
      <input
        className="field !w-52"
        aria-label="Name of a new camera"
        placeholder="A camera"
        maxLength={80}
        dir="auto"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <input
        className="field figure !w-40"
        aria-label="px of a new camera"
        placeholder="6000 × 4000"
        value={pixels}
        onChange={(event) => setPixels(event.target.value)}
      />
      <button type="submit" className="plain-button">
        Add
      </button>
      {(name || pixels) && missing && <span className="soft">It wants {missing}.</span>}
    </form>
  );
}
