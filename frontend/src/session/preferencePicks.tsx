import { What } from "../legend/What";
import { Pick } from "../shell/Pick";
import { usePreferences } from "./useSession";

const UNITS = [
  { value: "mm", label: "mm" },
  { value: "cm", label: "cm" },
  { value: "in", label: "in" },
] as const;
const LIGHTS = [
  { value: "paper", label: "Paper" },
  { value: "booth", label: "Booth" },
] as const;

export function UnitPick() {
  const { account, prefer } = usePreferences();
  return <Pick label="Units" options={UNITS} value={account.unit} onPick={(unit) => prefer({ unit })} />;
}

export function LightPick() {
  const { account, prefer } = usePreferences();
  return (
    <span className="inline-flex items-center">
      <Pick
        label="Light"
        about="word:paper-and-booth"
        options={LIGHTS}
        value={account.light}
        onPick={(light) => prefer({ light })}
      />
      <What about="word:paper-and-booth" />
    </span>
  );
}
