import type { DeviceChoice } from "../api/types";
import { Row } from "../fields/Row";
import { What } from "../legend/What";
import { Pick } from "../shell/Pick";
import { DevicePick } from "./DevicePick";
import { asChosen, useDevices } from "./useDevices";

const EDGES = [
  { value: "auto", label: "where it fits" },
  { value: "no", label: "no" },
  { value: "yes", label: "yes" },
] as const;

/** What a print goes to, and by which feed; borderless only where the feed can. */
export function DeviceField(props: {
  value: DeviceChoice | null;
  onChange: (device: DeviceChoice | null) => void;
}) {
  const { value, onChange } = props;
  const devices = useDevices().kept.data?.table.devices ?? [];
  const row = devices.find(({ key }) => key === value?.key);
  const feed = value?.used?.feed ?? row?.feeds.find(({ key }) => key === value?.feed);
  const borderless = value?.borderless ?? null;
  return (
    <>
      <Row name="Device">
        <span className="flex min-w-0 items-center gap-1">
          <What about="word:device" />
          <DevicePick
            label="Device and feed"
            devices={devices}
            value={value}
            none="not said"
            gone={
              value?.used ? `${value.used.name}, ${value.used.feed.name} (not here)` : "not here any more"
            }
            onPick={(chosen) => onChange(chosen && asChosen(chosen.device, chosen.feed))}
          />
        </span>
      </Row>
      {value && feed?.borderless && (
        <Row name="Borderless">
          <Pick
            label="Whether it is printed borderless"
            about="word:borderless"
            options={EDGES}
            value={borderless === null ? "auto" : borderless ? "yes" : "no"}
            onPick={(how) => onChange({ ...value, borderless: how === "auto" ? null : how === "yes" })}
          />
        </Row>
      )}
    </>
  );
}
