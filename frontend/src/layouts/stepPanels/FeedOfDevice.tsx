import type { DeviceChoice, DeviceFeed } from "../../api/types";
import { DevicePick } from "../../devices/DevicePick";
import { asChosen, useDevices } from "../../devices/useDevices";
import { Row } from "../../fields/Row";
import { What } from "../../legend/What";

/** The device and feed that the sheets are printed on: their paper, margins, grid and findings follow from then on. */
export function FeedOfDevice(props: {
  rolls?: boolean;
  value: DeviceChoice | null;
  /** With the feed its paper is taken; without one the paper stays as it is. */
  onPick: (device: DeviceChoice | null, feed: DeviceFeed | null) => void;
}) {
  const { value, onPick } = props;
  const held = useDevices().kept.data?.table.devices ?? [];
  const devices = held
    .map((device) => ({ ...device, feeds: device.feeds.filter((one) => props.rolls || one.height !== null) }))
    .filter(({ feeds }) => feeds.length > 0);
  if (!devices.length && !value) return null;
  return (
    <Row name="Device">
      <span className="flex min-w-0 items-center gap-1">
        <What about="word:device" />
        <DevicePick
          label="Device and feed"
          devices={devices}
          value={value}
          none="not said"
          gone={value?.used ? `${value.used.name}, ${value.used.feed.name} (not here)` : undefined}
          onPick={(chosen) => onPick(chosen && asChosen(chosen.device, chosen.feed), chosen && chosen.feed)}
        />
      </span>
    </Row>
  );
}

/** The sheet of a feed as a layout has it. */
export const sheetOf = ({ width, height, margins }: DeviceFeed) => ({
  width,
  height: height ?? "297 mm",
  margins,
});
