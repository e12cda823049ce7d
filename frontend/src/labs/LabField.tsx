import type { LabChoice } from "../api/types";
import { Row } from "../fields/Row";
import { What } from "../legend/What";
import { typeset } from "../shell/typeset";
import { asChosen, useLabs } from "./useLabs";

/** The lab that a print goes to, in one of its sizes. */
export function LabField(props: { value: LabChoice | null; onChange: (lab: LabChoice | null) => void }) {
  const { value, onChange } = props;
  const table = useLabs().kept.data?.table;
  const labs = table?.labs.filter(({ sizes }) => sizes.length > 0) ?? [];
  const chosen = value ? `${value.key}/${value.size}` : "";
  const here = labs.some(
    ({ key, sizes }) => key === value?.key && sizes.some((one) => one.key === value.size),
  );
  return (
    <Row name="Lab">
      <span className="flex min-w-0 items-center gap-1">
        <What about="word:lab" />
        <select
          className="field min-w-0 max-w-56"
          aria-label="Lab and size"
          value={chosen}
          onChange={({ target: { value: picked } }) => {
            const found = labs.flatMap((lab) =>
              lab.sizes
                .filter((size) => `${lab.key}/${size.key}` === picked)
                .map((size) => asChosen(lab, size, table?.currency ?? "")),
            )[0];
            onChange(found ?? null);
          }}
        >
          <option value="">none</option>
          {value && !here && (
            <option value={chosen}>
              {value.used ? `${value.used.name} (not here)` : "not here any more"}
            </option>
          )}
          {labs.map((lab) => (
            <optgroup key={lab.key || lab.name} label={lab.name}>
              {lab.sizes.map((size) => (
                <option key={size.key} value={`${lab.key}/${size.key}`}>
                  {typeset(`${lab.name}, ${sizeOf(size.width, size.height)}`)}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      </span>
    </Row>
  );
}

/** Both sides with one unit where they share it. */
function sizeOf(width: string, height: string): string {
  const [, number, unit] = /^(.*?) ?([a-z]+)$/.exec(width) ?? [];
  return number && height.endsWith(` ${unit ?? ""}`) ? `${number} × ${height}` : `${width} × ${height}`;
}
