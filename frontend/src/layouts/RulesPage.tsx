import type { PhotoRule } from "../api/types";
import { KeptLength } from "../fields/KeptLength";
import { KeptTablePage } from "../frame/KeptTablePage";
import { KeptText } from "../fields/KeptText";
import { usePreferences } from "../session/useSession";
import { useKeepRules } from "./usePhotoRules";

const FRESH: PhotoRule = {
  key: "", name: "", width: "35 mm", height: "45 mm", head: ["32 mm", "36 mm"], crown: ["3 mm", "5 mm"], eyes: null,
  source: "", checked: "",
}; // oxfmt-ignore

/** The rules for ID photos as rows: what an authority asks, and where and when that was read. */
export function RulesPage() {
  const held = useKeepRules();
  const rules = held.kept.data?.table.rules ?? [];
  const change = (by: (now: PhotoRule[]) => PhotoRule[]) => held.change((now) => ({ rules: by(now.rules) }));
  return (
    <KeptTablePage
      title="Rules for ID photos"
      says={
        <>
          The rules that ship are made up: put those of your authorities in their place.{" "}
          <b className="font-semibold">{held.kept.data?.note}</b>
        </>
      }
      what="The rules"
      csv={{ href: "/api/photo-rules.csv", label: "A table of rules" }}
      held={held}
      another="Another rule"
      onAnother={() => change((now) => [...now, FRESH])}
    >
      <ul className="space-y-3">
        {rules.map((rule, index) => (
          <RuleRow
            key={index}
            rule={rule}
            alone={rules.length === 1}
            onPut={(part) =>
              change((now) => now.map((one, at) => (at === index ? { ...one, ...part } : one)))
            }
            onRemove={() => change((now) => now.filter((_, at) => at !== index))}
          />
        ))}
      </ul>
    </KeptTablePage>
  );
}

function RuleRow(props: {
  rule: PhotoRule;
  alone: boolean;
  onPut: (part: Partial<PhotoRule>) => void;
  onRemove: () => void;
}) {
  const { rule, onPut } = props;
  const place = rule.crown ? "crown" : "eyes";
  const range = (rule[place] ?? ["", ""]) as [string, string];
  return (
    <li
      className="panel grid gap-x-4 gap-y-2 p-3 lg:grid-cols-[1.4fr_repeat(4,minmax(0,1fr))]"
      aria-label={rule.name}
    >
      <KeptText label="Authority" value={rule.name} most={120} onPut={(name) => onPut({ name })} />
      <Length label="Width" value={rule.width} onPut={(width) => onPut({ width })} />
      <Length label="Height" value={rule.height} onPut={(height) => onPut({ height })} />
      <Range
        label="Head, chin to crown"
        value={rule.head as [string, string]}
        onPut={(head) => onPut({ head })}
      />
      <div>
        <Range
          label={
            <select
              className="field !w-auto !py-0"
              aria-label="Measured to"
              value={place}
              onChange={(event) =>
                onPut(
                  event.target.value === "crown"
                    ? { crown: ["3 mm", "5 mm"], eyes: null }
                    : { crown: null, eyes: ["25 mm", "30 mm"] },
                )
              }
            >
              <option value="crown">Crown under the upper edge</option>
              <option value="eyes">Eyes over the lower edge</option>
            </select>
          }
          name={place}
          value={range}
          onPut={(next) => onPut({ [place]: next })}
        />
      </div>
      <div className="lg:col-span-3">
        <KeptText label="Source" value={rule.source} most={500} onPut={(source) => onPut({ source })} />
      </div>
      <KeptText label="Last checked" value={rule.checked} most={40} onPut={(checked) => onPut({ checked })} />
      <div className="flex items-end justify-end">
        <button
          type="button"
          className="min-h-6 underline disabled:opacity-50"
          disabled={props.alone}
          title={props.alone ? "One rule has to stay" : undefined}
          onClick={props.onRemove}
        >
          Remove
        </button>
      </div>
    </li>
  );
}

/** A length of a rule, in the account's unit. */
function Length(props: {
  label: React.ReactNode;
  ariaLabel?: string;
  value: string;
  onPut: (typed: string) => void;
}) {
  return <KeptLength unit={usePreferences().account.unit} {...props} />;
}

function Range(props: {
  label: React.ReactNode;
  name?: string;
  value: [string, string];
  onPut: (range: [string, string]) => void;
}) {
  const [low, high] = props.value;
  const named = props.name ?? "head";
  return (
    <fieldset>
      <legend className="mb-0.5">{props.label}</legend>
      <div className="flex items-center gap-2">
        <Length
          label={<span className="sr-only">Least</span>}
          ariaLabel={`${named}, at least`}
          value={low}
          onPut={(next) => props.onPut([next, high])}
        />
        to
        <Length
          label={<span className="sr-only">Most</span>}
          ariaLabel={`${named}, at most`}
          value={high}
          onPut={(next) => props.onPut([low, next])}
        />
      </div>
    </fieldset>
  );
}
