import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { client, must, type ApiProblem } from "../api/client";
import type { DeviceMeasured, TrialSheet } from "../api/types";
import "../bench/bench.css";
import { KeptLengthOrNone } from "../fields/KeptLength";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { usePreferences } from "../session/useSession";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "./press.css";
import { TrialSheetDrawing } from "./TrialSheetDrawing";

const SIDES = ["left", "top", "right", "bottom"] as const;
const WORDS = { left: "Left", top: "First end", right: "Right", bottom: "Last end" } as const;
type Side = (typeof SIDES)[number];
type Numbers = Record<Side, string>;
const NONE: Numbers = { left: "", top: "", right: "", bottom: "" };
const LENGTHS = ["bar_across", "bar_along", "cross_left", "cross_top"] as const;
type Lengths = Record<(typeof LENGTHS)[number], string | null>;

/** A device is measured on its own trial sheet: what is read off is typed in, and its row is true from then on. */
export function MeasurePage() {
  const { device = "", feed = "" } = useParams();
  const sheet = useQuery({
    queryKey: ["devices", device, feed, "sheet"],
    queryFn: () =>
      must(
        client.GET("/api/devices/{key}/feeds/{feed_key}/sheet", {
          params: { path: { key: device, feed_key: feed } },
        }),
      ),
  });
  useEffect(() => {
    document.title = "Measure a device · Zollstock";
    return () => {
      document.title = "Zollstock";
    };
  }, []);
  const name = sheet.data ? `${sheet.data.device.name}, ${sheet.data.feed.name}` : "A device";
  return (
    <div className="bench">
      <TopBar where={<Where back={[{ to: "/devices", name: "Devices" }]} here={name} />} places={false} />
      <main className="bench-middle !pb-3">
        <h1 className="sr-only">{`${name}: measure it`}</h1>
        {sheet.data ? (
          <Measuring key={`${device}/${feed}`} sheet={sheet.data} />
        ) : (
          <div className="desk p-6">
            <Coming query={sheet} what="The device" />
          </div>
        )}
      </main>
    </div>
  );
}

function Measuring({ sheet }: { sheet: TrialSheet }) {
  const { device, feed } = sheet;
  const { unit } = usePreferences().account;
  const queries = useQueryClient();
  const [lengths, setLengths] = useState<Lengths>({
    bar_across: null,
    bar_along: null,
    cross_left: null,
    cross_top: null,
  });
  const [margins, setMargins] = useState<Numbers>(NONE);
  const [borderless, setBorderless] = useState<Numbers>(NONE);
  const [pointed, setPointed] = useState<string>("");
  const [found, setFound] = useState<DeviceMeasured | null>(null);
  const readings = {
    ...lengths,
    margins: numbersOf(margins),
    borderless: sheet.borderless ? numbersOf(borderless) : null,
  };
  const read = JSON.stringify(readings);
  const any = Object.values(readings).some((one) => one !== null);
  const send = (keep: boolean) =>
    must(
      client.POST("/api/devices/{key}/feeds/{feed_key}/measured", {
        params: { path: { key: device.key, feed_key: feed.key } },
        body: { version: sheet.version, readings, keep },
      }),
    );
  const asked = useQuery({
    queryKey: ["devices", device.key, feed.key, "measured", read],
    enabled: any,
    retry: false,
    queryFn: () => send(false),
  });
  const keep = useMutation<DeviceMeasured, ApiProblem>({
    mutationFn: () => send(true),
    onSuccess: (kept) => {
      setFound(kept);
      void queries.invalidateQueries({ queryKey: ["devices"] });
    },
  });
  const half = halfRead(margins) || halfRead(borderless);
  const told = any ? (asked.data?.told ?? []) : [];
  const wrong = (any && (asked.error as ApiProblem | null)) || keep.error;
  const length = (name: (typeof LENGTHS)[number], label: string) => (
    <span onFocus={() => setPointed(name)}>
      <KeptLengthOrNone
        unit={unit === "in" ? "in" : "mm"}
        label={label}
        value={lengths[name]}
        none="not measured"
        onPut={(typed) => {
          setLengths((now) => ({ ...now, [name]: typed }));
          setFound(null);
        }}
      />
    </span>
  );
  return (
    <>
      <div className="desk flex min-h-0 flex-col items-center gap-2 p-3">
        <p className="font-semibold">{`Its trial sheet, as it goes in; printed at 100 %`}</p>
        <TrialSheetDrawing sheet={sheet} pointed={pointed} />
      </div>
      <section
        className="panel worksheet flex flex-col gap-3 overflow-y-auto p-4"
        aria-label="What was read off"
      >
        <h2 className="text-[17px] font-semibold">{`Measure the ${device.name}, ${feed.name}`}</h2>
        <p>
          Print the sheet at 100 %, colour off{sheet.borderless && "; its second page borderless"}. Then read
          off what you can.
        </p>
        <a
          className="plain-button inline-flex items-center self-start"
          href={`/api/devices/${device.key}/feeds/${feed.key}/sheet.pdf`}
          download
        >
          Trial sheet, PDF
        </a>
        <fieldset className="readings grid grid-cols-2 gap-2">
          <legend className="pb-1 font-semibold">{`The bars, ${sheet.bar} mm each`}</legend>
          {length("bar_across", "Across")}
          {length("bar_along", "Along")}
        </fieldset>
        <fieldset className="readings grid grid-cols-2 gap-2">
          <legend className="pb-1 font-semibold">From the paper’s side to the cross</legend>
          {length("cross_left", "From the left")}
          {length("cross_top", "From the first end")}
        </fieldset>
        <Rulers
          title="The first tick that is there"
          values={margins}
          onFocus={() => setPointed("margins")}
          onChange={(next) => {
            setMargins(next);
            setFound(null);
          }}
        />
        {sheet.borderless && (
          <Rulers
            title="Borderless: the number at the paper’s edge"
            values={borderless}
            onFocus={() => setPointed("borderless")}
            onChange={(next) => {
              setBorderless(next);
              setFound(null);
            }}
          />
        )}
        <div aria-live="polite" className="space-y-2">
          {half && <p className="soft">{half}</p>}
          {wrong && <Problem message={wrong.problems[0]?.message ?? wrong.message} />}
          {told.length > 0 && (
            <ul className="pad pt-2">
              {told.map((one) => (
                <li key={one.label} className="flex flex-wrap justify-between gap-x-3">
                  <span>{one.label}</span>
                  <span className="figure">{typeset(one.working)}</span>
                </li>
              ))}
            </ul>
          )}
        </div>
        {found ? (
          <p role="status">
            It stands in the row, with the day.{" "}
            <Link className="underline" to="/devices">
              To the devices
            </Link>
          </p>
        ) : (
          <button
            type="button"
            className="strong-button"
            disabled={!any || asked.isError || keep.isPending}
            onClick={() => keep.mutate()}
          >
            Put it into the row
          </button>
        )}
        {!any && <p className="soft">Nothing is read off yet.</p>}
      </section>
    </>
  );
}

function Rulers(props: {
  title: string;
  values: Numbers;
  onFocus: () => void;
  onChange: (next: Numbers) => void;
}) {
  return (
    <fieldset className="grid grid-cols-4 gap-2" onFocus={props.onFocus}>
      <legend className="pb-1 font-semibold">{props.title}</legend>
      {SIDES.map((side) => (
        <label key={side}>
          {WORDS[side]}
          <input
            className="field figure mt-0.5"
            aria-label={`${props.title}, ${WORDS[side]}`}
            inputMode="decimal"
            placeholder="mm"
            value={props.values[side]}
            onChange={({ target }) => props.onChange({ ...props.values, [side]: target.value })}
          />
        </label>
      ))}
    </fieldset>
  );
}

const numberOf = (text: string): number | null => {
  const number = Number(text.replace(",", ".").replace(/ ?mm$/, "").trim());
  return text.trim() && Number.isFinite(number) ? number : null;
};

/** All four sides as numbers; null while one is missing. */
function numbersOf(values: Numbers): Record<Side, number> | null {
  const [left, top, right, bottom] = SIDES.map((side) => numberOf(values[side]));
  if (left == null || top == null || right == null || bottom == null) return null;
  return { left, top, right, bottom };
}

/** What is still missing of rulers of which some were read. */
function halfRead(values: Numbers): string {
  const missing = SIDES.filter((side) => numberOf(values[side]) === null);
  if (!missing.length || missing.length === SIDES.length) return "";
  return `All four sides are needed; still missing: ${missing.map((side) => WORDS[side].toLowerCase()).join(", ")}.`;
}
