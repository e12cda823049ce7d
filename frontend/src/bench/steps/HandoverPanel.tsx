import { useRef, useState } from "react";
import { Link } from "react-router";
import { type ApiProblem, client, must } from "../../api/client";
import type { Plan } from "../../api/types";
import { ProfileField } from "../../profiles/ProfileField";
import { useGamut } from "../../profiles/useGamut";
import { SendToLab } from "../../labs/SendToLab";
import { LabField } from "../../labs/LabField";
import { DeviceField } from "../../devices/DeviceField";
import { useOptions } from "../../api/useReference";
import { Pick } from "../../shell/Pick";
import { Check } from "../../fields/Check";
import { Row } from "../../fields/Row";
import { Problem } from "../../shell/Problem";
import { sentence } from "../../designs/DeskWords";
import { LogLine } from "../../designs/LogLine";
import { OrderList } from "../../designs/OrderList";
import { usePlanStore } from "../planStore";
import { JpegSize } from "./JpegSize";
import { samePicture, settingsFor } from "./settingsFor";
import type { StepPanelProps } from "./types";

const PICTURES = [
  { value: "lossless", label: "as it is" },
  { value: "jpeg", label: "as a JPEG" },
] as const;
const CMYK = [
  { value: "ask", label: "not said" },
  { value: "press", label: "a general press" },
] as const;
const COMPRESSION = [
  { value: "lzw", label: "LZW" },
  { value: "none", label: "none" },
] as const;

/** The depth in another format: where the one before held no choice, the picture's own again. */
function depthFor(bits: readonly number[], before: readonly number[], plan: Plan): number {
  const wanted = before.length > 1 ? plan.output.bits : plan.picture.bits;
  return bits.includes(wanted) ? wanted : (bits[0] ?? plan.output.bits);
}

export function HandoverPanel(
  props: StepPanelProps & { onMake: () => void; making: boolean; made: boolean; problem: string },
) {
  const { plan, print } = props;
  const change = usePlanStore((store) => store.change);
  const { formats, bitsOf } = useOptions();
  const output = plan.output;
  const depths = bitsOf(output.format);
  // What a chosen paper shows of the picture is measured as soon as it is chosen, and told among the findings.
  useGamut(print.picture.id, plan, output);
  const stopped = props.worksheet.reckoning.findings.some((finding) => finding.level === "stop");
  return (
    <div className="space-y-3">
      <DeviceField value={plan.device} onChange={(device) => change({ device })} />
      {plan.device && (
        <Link className="plain-button flex items-center justify-center" to={`/prints/${print.id}/press`}>
          Recipe, and try it before paper
        </Link>
      )}
      <LabField value={plan.lab} onChange={(lab) => change({ lab })} />
      <Row name="File">
        <Pick
          label="Format"
          about="word:format"
          options={formats}
          value={output.format}
          onPick={(format) =>
            change({ "output.format": format, "output.bits": depthFor(bitsOf(format), depths, plan) })
          }
        />
      </Row>
      {depths.length > 1 && (
        <Row name="Depth">
          <Pick
            label="Bits a channel"
            about="word:depth"
            options={depths.map((bits) => ({ value: String(bits), label: `${bits} bits` }))}
            value={String(output.bits)}
            onPick={(bits) => change({ "output.bits": Number(bits) })}
          />
        </Row>
      )}
      {output.format === "tiff" && (
        <Row name="Compression">
          <Pick
            label="Compression of the TIFF"
            about="word:compression"
            options={COMPRESSION}
            value={output.compression}
            onPick={(compression) => change({ "output.compression": compression })}
          />
        </Row>
      )}
      {output.format === "pdf" && (
        <Row name="Picture in it">
          <Pick
            label="Picture in the PDF"
            about="word:compression"
            options={PICTURES}
            value={output.picture}
            onPick={(picture) =>
              change({ "output.picture": picture, ...(picture === "jpeg" ? { "output.bits": 8 } : {}) })
            }
          />
        </Row>
      )}
      {(output.format === "jpeg" || (output.format === "pdf" && output.picture === "jpeg")) && (
        <JpegSize output={output} />
      )}
      <Check
        label="Keep copyright and creator"
        about="word:rights"
        checked={output.rights}
        onChange={(rights) => change({ "output.rights": rights })}
      />
      <ProfileField
        output={output}
        medium={plan.medium.name}
        onChange={(colours) =>
          change(
            Object.fromEntries(Object.entries(colours).map(([name, value]) => [`output.${name}`, value])),
          )
        }
      />
      {!plan.picture.tagged && (
        <Row name="CMYK, no profile">
          <Pick
            label="What a CMYK picture without a profile is taken for"
            about="word:cmyk"
            options={CMYK}
            value={output.cmyk}
            onPick={(cmyk) => change({ "output.cmyk": cmyk })}
          />
        </Row>
      )}
      <button
        type="button"
        className="strong-button w-full !min-h-9"
        disabled={stopped || props.making}
        onClick={props.onMake}
      >
        {`Make the ${formats.find(({ value }) => value === output.format)?.label ?? "file"}`}
      </button>
      {stopped && <p className="soft">A file cannot be made before what stops it is put right.</p>}
      {props.problem && <Problem message={props.problem} />}
      <OrderList of={{ kind: "prints", id: print.id }} version={print.version} ordering={props.making} />
      {plan.lab && (
        <SendToLab
          print={print.id}
          version={print.version}
          made={props.made}
          saved={() => usePlanStore.getState().flush()}
        />
      )}
      <a
        className="plain-button inline-flex items-center"
        href={`/api/prints/${print.id}/workshop.pdf?unit=${props.unit}`}
        download
      >
        Job sheet
      </a>
      <LogLine
        of={{ kind: "prints", id: print.id }}
        medium={plan.medium.name}
        saved={() => usePlanStore.getState().flush()}
      />
      <PlanPapers print={print.id} />
    </div>
  );
}

/** The plan document, to take along and to bring back. */
function PlanPapers({ print }: { print: number }) {
  const replace = usePlanStore((store) => store.replace);
  const chooser = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState("");
  const [other, setOther] = useState<Plan | null>(null);
  const bring = async (file: File) => {
    setSaid("");
    setOther(null);
    const held = usePlanStore.getState();
    const found = await readPlan(file);
    // Whoever went to another print meanwhile does not find the plan there.
    if (usePlanStore.getState().held?.id !== held.held?.id) return;
    if (typeof found === "string") {
      setSaid(`${file.name} ${found} The print stays as it is.`);
      return;
    }
    const here = usePlanStore.getState().document;
    if (!here || samePicture(found.picture, here.picture)) {
      replace(found);
      return;
    }
    const [there, own] = [found.picture, here.picture];
    setSaid(
      `${file.name} is a plan for another picture, of ${there.width_px} × ${there.height_px} px; this one has ${own.width_px} × ${own.height_px}. The print stays as it is.`,
    );
    setOther(found);
  };
  const takeSettings = () => {
    const here = usePlanStore.getState().document;
    if (other && here) replace(settingsFor(here, other));
    setSaid("");
    setOther(null);
  };
  return (
    <div className="pad space-y-2">
      <div className="flex flex-wrap gap-2 pt-1">
        <a className="plain-button inline-flex items-center" href={`/api/prints/${print}/plan.json`} download>
          Export the plan
        </a>
        <button type="button" className="plain-button" onClick={() => chooser.current?.click()}>
          Import a plan
        </button>
        <input
          ref={chooser}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Plan document"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void bring(file);
            event.target.value = "";
          }}
        />
      </div>
      {said && <Problem message={said} />}
      {other && (
        <button type="button" className="plain-button" onClick={takeSettings}>
          Take its settings
        </button>
      )}
    </div>
  );
}

/** The plan in a file, or what is wrong with it, in words. */
async function readPlan(file: File): Promise<Plan | string> {
  let document: unknown;
  try {
    document = JSON.parse(await file.text());
  } catch {
    return "is not a plan document.";
  }
  if (typeof document !== "object" || document === null || Array.isArray(document))
    return "is not a plan document.";
  let plan: Plan;
  try {
    plan = await must(
      client.POST("/api/plans/read", { body: { plan: document as Record<string, unknown> } }),
    );
  } catch (error) {
    const { problems, message } = error as ApiProblem;
    const first = problems[0];
    const where =
      first && !first.message.includes(first.path.split(".").at(-1) ?? "") ? `${first.path}: ` : "";
    return first
      ? `is not a plan: ${where}${where ? first.message : sentence(first.message)}`.replace(/\.?$/, ".")
      : `could not be read: ${sentence(message)}`;
  }
  return plan;
}
