import type { AnyLayoutRequest } from "../../api/types";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";

const FORMATS = [
  { value: "pdf", label: "PDF" },
  { value: "tiff", label: "TIFF" },
  { value: "jpeg", label: "JPEG" },
  { value: "png", label: "PNG" },
] as const;

/** One PDF of all sheets, or a file a sheet in a ZIP. */
export function OutputFields({ request }: { request: AnyLayoutRequest }) {
  const change = useLayoutStore((store) => store.change);
  const output = request.plans[0]?.output;
  if (!output) return null;
  const bits = request.plans[0]?.picture.bits ?? 8;
  return (
    <div>
      <div className="flex items-center justify-between gap-3">
        <span>Files</span>
        <Pick
          label="Files"
          about="word:format"
          options={FORMATS}
          value={output.format}
          onPick={(format) =>
            change({ "plans.0.output.format": format, "plans.0.output.bits": format === "jpeg" ? 8 : bits })
          }
        />
      </div>
      <p className="soft mt-1">
        {output.format === "pdf"
          ? "One PDF, a page a sheet. Print it at 100 %."
          : "A file a sheet, in one ZIP."}
      </p>
    </div>
  );
}
