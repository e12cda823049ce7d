import { useMemo, useState } from "react";
import type { Finding, GamutFound, Plan, ProfileState } from "../api/types";
import type { Fix } from "../designs/fix";
import { FindingList } from "../designs/FindingList";
import { Row } from "../fields/Row";
import { What } from "../legend/What";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { GamutPlot } from "./GamutPlot";
import { coloursOf, labOf, outlineOf } from "./hull";
import { ProfileField, type Colours } from "../profiles/ProfileField";
import { through } from "./table";

/** What is shown: print or picture, the paper's white, hatching, all of it or px for px. */
export interface Showing {
  print: boolean;
  paper: boolean;
  hatched: boolean;
  pixels: boolean;
}

const SHOW = [
  { value: "picture", label: "picture" },
  { value: "print", label: "print" },
] as const;
const PAPER = [
  { value: "hidden", label: "hidden" },
  { value: "shown", label: "shown" },
] as const;
const HATCH = [
  { value: "plain", label: "plain" },
  { value: "hatched", label: "hatched" },
] as const;
const HOW = [
  { value: "whole", label: "all of it" },
  { value: "pixels", label: "px for px" },
] as const;

/** What is chosen, what is seen of it, and what is measured. */
export function ColourPanel(props: {
  plan: Plan;
  output: Plan["output"];
  profiles: ProfileState[];
  held: ProfileState | null;
  beside: string;
  showing: Showing;
  pixels: ImageData | null;
  table: Uint8Array | null;
  point: readonly [number, number, number] | null;
  gamut: { found: GamutFound | null; problem: string; busy: boolean };
  findings: Finding[];
  wholeOnly: boolean;
  onChoose: (colours: Colours) => void;
  screen: string;
  onScreen: (key: string) => void;
  onBeside: (key: string) => void;
  onShow: (part: Partial<Showing>) => void;
  onFix: (fix: Fix) => void;
  onStrip: () => void;
}) {
  const { showing, held, onShow, gamut } = props;
  const screens = props.profiles.filter(({ prints }) => !prints);
  return (
    <section
      aria-label="Colour on paper"
      className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3"
    >
      <h2 className="text-[17px] font-semibold">Colour on paper</h2>
      <ProfileField
        output={props.output}
        medium={props.plan.medium.name}
        own={false}
        onChange={props.onChoose}
      />
      <Row name="Show">
        <Pick
          label="Show"
          options={SHOW}
          value={showing.print ? "print" : "picture"}
          onPick={(value) => onShow({ print: value === "print" })}
        />
      </Row>
      <Row name="Paper white" about="word:paper-white">
        <Pick
          label="Paper white"
          options={PAPER}
          value={showing.paper ? "shown" : "hidden"}
          onPick={(value) => onShow({ paper: value === "shown" })}
        />
      </Row>
      <Row name="Beyond the paper" about="figure:out_of_gamut">
        <Pick
          label="Beyond the paper"
          options={HATCH}
          value={showing.hatched ? "hatched" : "plain"}
          onPick={(value) => onShow({ hatched: value === "hatched" })}
        />
      </Row>
      {!props.wholeOnly && (
        <Row name="Size">
          <Pick
            label="How large it is shown"
            options={HOW}
            value={showing.pixels ? "pixels" : "whole"}
            onPick={(value) => onShow({ pixels: value === "pixels" })}
          />
        </Row>
      )}
      {screens.length > 0 && (
        <label className="flex items-center justify-between gap-3">
          Screen
          <select
            className="field min-w-0 max-w-44"
            value={props.screen}
            onChange={(event) => props.onScreen(event.target.value)}
          >
            <option value="">as the browser has it</option>
            {screens.map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      <label className="flex items-center justify-between gap-3">
        Beside it
        <select
          className="field min-w-0 max-w-44"
          value={props.beside}
          onChange={(event) => props.onBeside(event.target.value)}
        >
          <option value="">nothing</option>
          {props.profiles
            .filter(({ key, prints }) => prints && key !== held?.key)
            .map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
        </select>
      </label>
      {held && <Plot {...props} held={held} />}
      {gamut.busy && (
        <p role="status" className="soft">
          What lies beyond the paper is being counted.
        </p>
      )}
      {gamut.problem && <Problem message={gamut.problem} />}
      {gamut.found && <Figures found={gamut.found} />}
      <FindingList findings={props.findings} onFix={props.onFix} />
      <p className="soft">
        A screen is no paper: it shines. A profile describes one device, one paper, one setting.{" "}
        <button type="button" className="min-h-6 underline" onClick={props.onStrip}>
          Print the strip
        </button>{" "}
        and let the paper decide.
      </p>
    </section>
  );
}

/** Both gamuts at the lightness under the pointer. */
function Plot(props: {
  held: ProfileState;
  pixels: ImageData | null;
  table: Uint8Array | null;
  point: readonly [number, number, number] | null;
}) {
  const { held, pixels, table, point } = props;
  const [lightness, setLightness] = useState(50);
  const lab = point && labOf(...point, pixels?.colorSpace);
  const wanted = lab ? Math.min(90, Math.max(10, Math.round(lab[0] / 10) * 10)) : lightness;
  if (wanted !== lightness) setLightness(wanted);
  const colours = useMemo(() => (pixels ? coloursOf(pixels) : []), [pixels]);
  const picture = useMemo(() => outlineOf(colours, wanted), [colours, wanted]);
  const far = point && table ? through(table, ...point)[3] / 10 : null;
  return (
    <GamutPlot
      of={held.key}
      lightness={wanted}
      name={held.name}
      picture={picture}
      at={lab && { a: lab[1], b: lab[2], text: far === null ? "" : `ΔE ${far.toFixed(0)}` }}
      says="Solid: this paper. Dashed: the picture. Point at a colour to see where it lies."
    />
  );
}

/** What was measured of what is printed. */
function Figures({ found }: { found: GamutFound }) {
  return (
    <dl className="space-y-1 border-t border-dashed pt-2">
      {found.report.figures.map((one) => (
        <div
          key={one.id}
          className="flex flex-wrap items-baseline justify-between gap-x-2"
          title={one.formula}
        >
          <dt>
            {one.label} <What about={`figure:${one.id}`} />
          </dt>
          <dd className="figure text-right">
            {typeset(one.id === "out_of_gamut" || one.id === "ink_share_over" ? one.working : one.text)}
          </dd>
        </div>
      ))}
    </dl>
  );
}
