import type { Device, DeviceFeed } from "../../api/types";
import { DevicePick } from "../../devices/DevicePick";
import { useDevices } from "../../devices/useDevices";
import { Row } from "../../fields/Row";

/** The paper of a device's feed, with what that leaves white: sheets, and where they are wanted rolls. */
export function FeedOfDevice(props: {
  rolls?: boolean;
  /** Whether a feed is the paper that is set. */
  is: (feed: DeviceFeed) => boolean;
  onPick: (feed: DeviceFeed, device: Device) => void;
}) {
  const held = useDevices().kept.data?.table.devices ?? [];
  const devices = held
    .map((device) => ({ ...device, feeds: device.feeds.filter((one) => props.rolls || one.height !== null) }))
    .filter(({ feeds }) => feeds.length > 0);
  if (!devices.length) return null;
  const set = devices.flatMap(({ key, feeds }) =>
    feeds.filter(props.is).map((feed) => ({ key, feed: feed.key })),
  )[0];
  return (
    <Row name="From a device">
      <DevicePick
        label="Paper of a device"
        devices={devices}
        value={set ?? null}
        none="another paper"
        onPick={(chosen) => chosen && props.onPick(chosen.feed, chosen.device)}
      />
    </Row>
  );
}

/** The sheet of a feed as a layout has it. */
export const sheetOf = ({ width, height, margins }: DeviceFeed) => ({
  width,
  height: height ?? "297 mm",
  margins,
});

/** Whether a layout's sheet is that of a feed. */
export const isSheetOf = (
  feed: DeviceFeed,
  sheet: { width: string; height: string; margins: DeviceFeed["margins"] },
) =>
  feed.width === sheet.width &&
  feed.height === sheet.height &&
  (["left", "top", "right", "bottom"] as const).every((side) => feed.margins[side] === sheet.margins[side]);

/** What a device was measured to print, where that is to be made good on the sheets; else nothing is said of it. */
export function printedBy(feed: DeviceFeed, device: Device) {
  if (!device.corrects || feed.scale_x === 1 || feed.scale_x !== feed.scale_y) return null;
  return { bar: `${Number((feed.scale_x * 100).toFixed(3))} mm`, correct: true };
}
