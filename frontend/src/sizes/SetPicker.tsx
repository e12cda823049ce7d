import { useSets, useSizes } from "./useSizes";

/** A set of sizes: all of them, a group, or one kept by name. The value is as the server takes it. */
export function SetPicker({
  value,
  onSet,
  label,
  kept,
}: {
  value: string;
  onSet: (set: string) => void;
  label?: string;
  /** What is called the sizes that there are, where none need be chosen. */
  kept?: string;
}) {
  const sizes = useSizes();
  const sets = useSets();
  const groups = [...new Set((sizes.data ?? []).map((size) => size.group))];
  const known =
    value === "all" ||
    groups.some((group) => value === `group:${group}`) ||
    (sets.data ?? []).some((set) => value === `set:${set.id}`);
  return (
    <label className="flex items-center gap-2 whitespace-nowrap">
      {label ?? "Sizes"}
      <select className="field !w-56" value={value} onChange={(event) => onSet(event.target.value)}>
        {kept !== undefined && <option value="">{kept}</option>}
        {/* A set that is gone must not look like the first one there is, nor keep that from being taken. */}
        {!known && kept === undefined && sizes.data && sets.data && (
          <option value={value}>choose a set</option>
        )}
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
}
