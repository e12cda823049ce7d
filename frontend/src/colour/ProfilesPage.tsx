import { useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { ProfileState } from "../api/types";
import "../bench/bench.css";
import { Slider } from "../fields/Slider";
import { TopBar } from "../frame/TopBar";
import { What } from "../legend/What";
import { Coming } from "../shell/Coming";
import { useShownBelow } from "../shell/narrow";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "./colour.css";
import { GamutPlot } from "./GamutPlot";
import { useProfileChanges, useProfiles } from "../profiles/useProfiles";

const nothing = () => undefined;
const SPACES = { grey: "grey", rgb: "RGB", cmyk: "CMYK" } as const;

/** Profiles of printers and presses on papers: what each prints, what it was made for. */
export function ProfilesPage() {
  const profiles = useProfiles();
  const { add, change, remove } = useProfileChanges();
  const [params, setParams] = useSearchParams();
  const chooser = useRef<HTMLInputElement>(null);
  const rows = profiles.data ?? [];
  const held = rows.find(({ key }) => key === params.get("profile")) ?? rows[0] ?? null;
  useShownBelow("worksheet", held && held.key === params.get("profile") ? held.key : null);
  const pick = (key: string) => setParams({ profile: key }, { replace: true });
  const wrong = [add, change, remove].find(({ error }) => error)?.error;
  return (
    <div className="bench">
      <TopBar>
        <button type="button" className="strong-button" onClick={() => chooser.current?.click()}>
          Add a profile
        </button>
        <input
          ref={chooser}
          type="file"
          hidden
          accept=".icc,.icm"
          aria-label="A profile of a printer or press"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) add.mutate(file, { onSuccess: ({ key }) => pick(key) });
          }}
        />
      </TopBar>
      <main className="bench-middle">
        <section
          className="desk flex min-h-0 flex-col gap-3 overflow-y-auto p-4"
          aria-label="Profiles"
          tabIndex={0}
        >
          <header>
            <h1 className="text-2xl font-semibold">Profiles</h1>
            <p>
              What a device prints on a paper. Each describes one device, one paper and one setting; on
              another it is wrong.
            </p>
          </header>
          {wrong && <Problem message={wrong.message} />}
          {add.isPending && <p role="status">The profile is being read.</p>}
          <Coming query={profiles} what="The profiles" />
          <ul className="grid gap-2 md:grid-cols-2">
            {rows.map((one) => (
              <li key={one.key}>
                <button
                  type="button"
                  className="panel profile-line"
                  aria-pressed={one.key === held?.key}
                  onClick={() => pick(one.key)}
                >
                  <b className="block truncate font-semibold" title={one.name} dir="auto">
                    {one.name}
                  </b>
                  <span className="soft block truncate">
                    {typeset(
                      [
                        SPACES[one.space],
                        one.prints ? one.medium || "for no medium yet" : "of a screen",
                        `black L* ${one.black[0].toFixed(0)}`,
                      ].join(" · "),
                    )}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </section>
        <section
          id="worksheet"
          aria-label="A profile"
          className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3"
        >
          {held && (
            <ProfilePanel
              key={held.key}
              held={held}
              rows={rows}
              onChange={(made) => held.id !== null && change.mutate({ id: held.id, ...made })}
              onRemove={() => held.id !== null && remove.mutate(held.id, { onSuccess: () => setParams({}) })}
            />
          )}
        </section>
      </main>
    </div>
  );
}

function ProfilePanel(props: {
  held: ProfileState;
  rows: ProfileState[];
  onChange: (made: { name?: string; device?: string; medium?: string }) => void;
  onRemove: () => void;
}) {
  const { held, rows } = props;
  const [lightness, setLightness] = useState(50);
  const [beside, setBeside] = useState("");
  const [sure, setSure] = useState(false);
  const facts: [string, string, `figure:${string}` | null][] = [
    ["Numbers", SPACES[held.space], null],
    ["Paper", lab(held.white), "figure:paper_white"],
    ["Blackest black", lab(held.black), "figure:paper_black"],
    ...(held.most_ink === null
      ? []
      : [
          ["Most ink", `${held.most_ink.toFixed(0)} %`, "figure:ink_most"] as [
            string,
            string,
            `figure:${string}`,
          ],
        ]),
  ];
  return (
    <>
      <h2 className="text-[17px] font-semibold [overflow-wrap:anywhere]" dir="auto">
        {held.name}
      </h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        {facts.map(([name, value, about]) => (
          <div key={name} className="contents">
            <dt>
              {name} {about && <What about={about} />}
            </dt>
            <dd className="figure text-right">{typeset(value)}</dd>
          </div>
        ))}
      </dl>
      {held.prints && (
        <>
          <GamutPlot of={held.key} beside={beside || null} lightness={lightness} name={held.name} />
          <label className="flex items-center gap-3">
            Lightness
            <Slider
              min={10}
              max={90}
              step={10}
              className="range-xs flex-1"
              value={lightness}
              text={`L* ${lightness}`}
              onStart={nothing}
              onBack={nothing}
              onDone={nothing}
              onValue={setLightness}
            />
          </label>
          <label className="flex items-center justify-between gap-3">
            Beside it, dashed
            <select
              className="field !w-40"
              value={beside}
              onChange={(event) => setBeside(event.target.value)}
            >
              <option value="">none</option>
              {rows
                .filter(({ key, prints }) => prints && key !== held.key)
                .map(({ key, name }) => (
                  <option key={key} value={key}>
                    {name}
                  </option>
                ))}
            </select>
          </label>
        </>
      )}
      {held.id === null ? (
        <p className="soft">
          {typeset(`Ships with the application: ${madeFor(held)}. Its inks and its paper are made up.`)}
        </p>
      ) : (
        <MadeForFields held={held} onChange={props.onChange} />
      )}
      <footer className="flex flex-wrap gap-x-4 border-t border-dashed pt-2">
        <a className="plain-button inline-flex items-center" href={`/api/profiles/${held.key}.icc`} download>
          Export
        </a>
        {held.id !== null &&
          (sure ? (
            <>
              <button type="button" className="min-h-6 underline" onClick={props.onRemove}>
                Delete the profile
              </button>
              <button type="button" className="min-h-6 underline" onClick={() => setSure(false)}>
                Leave it
              </button>
            </>
          ) : (
            <button type="button" className="min-h-6 underline" onClick={() => setSure(true)}>
              Delete
            </button>
          ))}
      </footer>
    </>
  );
}

/** What it was made for, in own words; saved on leaving a field. */
function MadeForFields(props: {
  held: ProfileState;
  onChange: (made: { name?: string; device?: string; medium?: string }) => void;
}) {
  const { held, onChange } = props;
  const field = (label: string, name: "name" | "device" | "medium") => (
    <label className="block">
      {label}
      <input
        className="field mt-0.5"
        defaultValue={held[name]}
        maxLength={120}
        dir="auto"
        onBlur={({ target: { value } }) => value.trim() !== held[name] && onChange({ [name]: value.trim() })}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </label>
  );
  return (
    <div className="space-y-2">
      {field("Name", "name")}
      {held.prints && field("Made for the device", "device")}
      {held.prints && field("Made for the medium", "medium")}
      {!held.prints && <p className="soft">Of a screen: colours on paper can be looked at by it.</p>}
    </div>
  );
}

const lab = ([l, a, b]: readonly number[]) => `L* ${signed(l)} · a* ${signed(a)} · b* ${signed(b)}`;

const signed = (value = 0) => value.toFixed(1).replace("-", "−");

const madeFor = ({ device, medium }: ProfileState) =>
  device ? `${medium} on the ${device}` : medium || "no medium";
