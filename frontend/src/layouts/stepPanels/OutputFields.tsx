import type { AnyLayoutRequest } from "../../api/types";
import { useOptions } from "../../api/useReference";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import { ProfileOfFiles } from "./ProfileOfFiles";

/** One PDF of all sheets, or a file a sheet in a ZIP. */
export function OutputFields({ request }: { request: AnyLayoutRequest }) {
  const change = useLayoutStore((store) => store.change);
  const { formats, holdsVectors, bitsOf } = useOptions();
  const output = request.plans[0]?.output;
  if (!output) return null;
  // What takes all sheets in one file comes first.
  const order = (format: string) => (holdsVectors(format) ? 0 : 1);
  const bits = request.plans[0]?.picture.bits ?? 8;
  return (
    <div className="space-y-2">
      <div className="flex items-center justify-between gap-3">
        <span>Files</span>
        <Pick
          label="Files"
          about="word:format"
          options={formats.toSorted((one, other) => order(one.value) - order(other.value))}
          value={output.format}
          onPick={(format) =>
            change({
              "plans.0.output.format": format,
              "plans.0.output.bits": bitsOf(format).includes(bits) ? bits : 8,
            })
          }
        />
      </div>
      <p className="soft mt-1">
        {holdsVectors(output.format)
          ? "One PDF, a page a sheet. Print it at 100 %."
          : "A file a sheet, in one ZIP."}
      </p>
      <ProfileOfFiles request={request} />
    </div>
  );
}
