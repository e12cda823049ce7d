import { useReference } from "../api/useReference";

/** The factor of a medium by its name; 1 while it is not known. */
export function useFactor(medium: string): number {
  const media = useReference().data?.media ?? [];
  return media.find((item) => item.name === medium)?.factor ?? 1;
}

/** On what it is printed. */
export function MediumPick({ value, onPick }: { value: string; onPick: (medium: string) => void }) {
  const media = useReference().data?.media ?? [];
  return (
    <label className="flex items-center justify-between gap-3">
      Printed on
      <select className="field !w-40" value={value} onChange={(event) => onPick(event.target.value)}>
        {media.map((item) => (
          <option key={item.name}>{item.name}</option>
        ))}
      </select>
    </label>
  );
}
