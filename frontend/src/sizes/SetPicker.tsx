import { useState } from "react";
import { useSets, useSizes } from "./useSizes";

/** How a set begins that is typed, as the server takes it. */
export const TYPED = "typed:";

/** A set of sizes: all of them, a group, one kept by name, or typed. The value is as the server takes it. */
export function SetPicker({
  value,
  onSet,
  label,
  kept,
  typed = false,
}: {
  value: string;
  onSet: (set: string) => void;
  label?: string;
  /** What is called the sizes that there are, where none need be chosen. */
  kept?: string;
  /** Whether sizes may be typed here, too. */
  typed?: boolean;
}) {
  const sizes = useSizes();
  const sets = useSets();
  const groups = [...new Set((sizes.data ?? []).map((size) => size.group))];
  const known =
    value === "all" ||
    groups.some((group) => value === `group:${group}`) ||
    (sets.data ?? []).some((set) => value === `set:${set.id}`);
  const own = value.startsWith(TYPED);
  const picker = (
    <label className="flex items-center gap-2 whitespace-nowrap">
      {label ?? "Sizes"}
      <select className="field !w-56" value={value} onChange={(event) => onSet(event.target.value)}>
        {kept !== undefined && <option value="">{kept}</option>}
        {/* A set that is gone must not look like the first one there is, nor keep that from being taken. */}
        {!known && !own && kept === undefined && sizes.data && sets.data && (
          <option value={value}>choose a set</option>
        )}
        {(typed || own) && <option value={own ? value : TYPED}>typed here</option>}
        {(sets.data ?? []).length > 0 && (
          <optgroup label="Your sets">
            {sets.data?.map((set) => (
              <option key={set.id} value={`set:${set.id}`}>
                {set.name} ({set.keys.length})
              </option>
            ))}
          </optgroup>
        )}
        <optgroup label="Groups of the library">
          {groups.map((group) => (
            <option key={group} value={`group:${group}`}>
              {group}
            </option>
          ))}
          <option value="all">everything</option>
        </optgroup>
      </select>
    </label>
  );
  if (!own) return picker;
  return (
    <div className="space-y-2">
      {picker}
      <TypedSizes value={value.slice(TYPED.length)} onTyped={(text) => onSet(TYPED + text)} />
    </div>
  );
}

/** Sizes one after the other, read by the server when the field is left. */
function TypedSizes({ value, onTyped }: { value: string; onTyped: (text: string) => void }) {
  const [text, setText] = useState(value);
  const [held, setHeld] = useState(value);
  if (held !== value) {
    setHeld(value);
    setText(value);
  }
  return (
    <label className="block">
      Sizes, one after the other
      <input
        className="field figure mt-0.5 text-[16px]"
        placeholder="30 x 40; A3; 2:3"
        autoComplete="off"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => onTyped(text)}
        onKeyDown={(event) => event.key === "Enter" && onTyped(text)}
      />
    </label>
  );
}
