import { useState } from "react";
import type { SizeEntry } from "../api/types";
import { usePreferences } from "../session/useSession";
import { Problem } from "../shell/Problem";
import { FramesPick } from "./FramesPick";
import { addSize, changeSize, useLibraryChange, type NewSize } from "./useSizes";

const UNITS = ["mm", "cm", "in", "px"] as const;

/** A size of one's own: sides as people say them, frames, group, note. */
export function SizeForm({ size, onDone }: { size: SizeEntry | null; onDone: () => void }) {
  const { account } = usePreferences();
  const [given, setGiven] = useState<NewSize>({
    name: size?.name ?? "", width: size?.width ?? "", height: size?.height ?? "", unit: account.unit,
    group: size?.group ?? "", frames: size?.frames ?? "order", note: size?.note ?? "",
  }); // oxfmt-ignore
  const keep = useLibraryChange((wanted: NewSize) =>
    size ? changeSize({ key: size.key, size: wanted }) : addSize(wanted),
  );
  const field = (name: "name" | "width" | "height" | "group" | "note", label: string, hint = "") => (
    <label className="block min-w-0">
      {label}
      <input
        className="field mt-0.5"
        value={given[name]}
        placeholder={hint}
        maxLength={name === "note" ? 300 : 80}
        required={name === "width" || name === "height"}
        onChange={(event) => setGiven({ ...given, [name]: event.target.value })}
      />
    </label>
  );
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate(given, { onSuccess: onDone });
      }}
    >
      <div className="grid grid-cols-[1fr_1fr_5rem] items-end gap-2">
        {field("width", "Width", "33 or 13 in")}
        {field("height", "Height", "48,3")}
        <label className="block">
          Unit
          <select
            className="field mt-0.5"
            value={given.unit}
            onChange={(event) => setGiven({ ...given, unit: event.target.value })}
          >
            {UNITS.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </select>
        </label>
      </div>
      {field("name", "Name", "left empty, it is called by its sides")}
      <div className="grid grid-cols-2 gap-2">
        {field("group", "Group", "Own sizes")}
        <label className="block">
          Frames and mats
          <FramesPick
            className="field mt-0.5"
            value={given.frames}
            onFrames={(frames) => setGiven({ ...given, frames })}
          />
        </label>
      </div>
      {field("note", "Note")}
      {keep.error && <Problem message={keep.error.message} />}
      <button type="submit" className="strong-button" disabled={keep.isPending}>
        Save the size
      </button>
    </form>
  );
}
