import type { Plan, ProfileState } from "../api/types";
import { Check } from "../fields/Check";
import { Row } from "../fields/Row";
import { What } from "../legend/What";
import { asChosen, useProfiles } from "./useProfiles";

type Output = Plan["output"];
/** What is changed of how a file comes to its colours. */
export type Colours = Partial<Pick<Output, "profile" | "intent" | "black_point">>;

const INTENTS = [
  { value: "perceptual", label: "perceptual" },
  { value: "relative", label: "relative colorimetric" },
  { value: "saturation", label: "saturation" },
  { value: "absolute", label: "absolute colorimetric" },
] as const;
const SPACES = { grey: "grey", rgb: "RGB", cmyk: "CMYK" } as const;

/** The profile that a file is made in, and where it is one of a paper, how colours come to it. */
export function ProfileField(props: {
  output: Pick<Output, "profile" | "intent" | "black_point">;
  medium: string;
  /** Whether the picture's own profile may be kept. */
  own?: boolean;
  onChange: (colours: Colours) => void;
}) {
  const { output, medium, onChange } = props;
  const profiles = useProfiles().data?.filter(({ prints }) => prints) ?? [];
  const chosen = typeof output.profile === "string" ? null : output.profile;
  const held = chosen && profiles.find(({ hash }) => hash === chosen.hash);
  const fits = (one: ProfileState) => one.medium.toLowerCase() === medium.toLowerCase();
  const named = (one: ProfileState) => (
    <option key={one.hash} value={one.hash}>
      {`${one.name} (${SPACES[one.space]})`}
    </option>
  );
  return (
    <>
      <Row name="Profile">
        <span className="flex min-w-0 items-center gap-1">
          <What about="word:profile" />
          <select
            className="field min-w-0 max-w-56"
            aria-label="Profile"
            value={typeof output.profile === "string" ? output.profile : output.profile.hash}
            onChange={({ target: { value } }) => {
              const found = profiles.find(({ hash }) => hash === value);
              if (found) onChange({ profile: asChosen(found) });
              else if (value === "srgb" || value === "picture") onChange({ profile: value });
            }}
          >
            <option value="srgb">sRGB</option>
            {props.own !== false && <option value="picture">the picture’s own</option>}
            {chosen && !held && <option value={chosen.hash}>{`${chosen.name} (not here)`}</option>}
            {profiles.some(fits) && (
              <optgroup label="For this medium">{profiles.filter(fits).map(named)}</optgroup>
            )}
            <optgroup label={profiles.some(fits) ? "For others" : "Of printers and presses"}>
              {profiles.filter((one) => !fits(one)).map(named)}
            </optgroup>
          </select>
        </span>
      </Row>
      {chosen && (
        <>
          <Row name="Intent">
            <span className="flex items-center gap-1">
              <What about="word:intent" />
              <select
                className="field"
                aria-label="Rendering intent"
                value={output.intent}
                onChange={({ target: { value } }) => onChange({ intent: value as Output["intent"] })}
              >
                {INTENTS.map(({ value, label }) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </select>
            </span>
          </Row>
          <Check
            label="Black point compensation"
            about="word:black-point"
            checked={output.black_point && output.intent !== "absolute"}
            onChange={(black_point) => onChange({ black_point })}
          />
        </>
      )}
    </>
  );
}
