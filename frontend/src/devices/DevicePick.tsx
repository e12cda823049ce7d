import type { Device, DeviceFeed } from "../api/types";

/** A device together with a feed of it, out of all that the studio has. */
export function DevicePick(props: {
  label: string;
  devices: readonly Device[];
  value: { key: string; feed: string } | null;
  /** What is said where none is chosen. */
  none: string;
  /** What is chosen and not in the studio. */
  gone?: string;
  onPick: (chosen: { device: Device; feed: DeviceFeed } | null) => void;
}) {
  const { devices, value } = props;
  const is = (device: Device, feed: DeviceFeed) => value?.key === device.key && value.feed === feed.key;
  const here = devices.some((device) => device.feeds.some((feed) => is(device, feed)));
  const chosen = value ? `${value.key}/${value.feed}` : "";
  return (
    <select
      className="field min-w-0 max-w-56"
      aria-label={props.label}
      value={chosen}
      onChange={({ target: { value: picked } }) => {
        const found = devices.flatMap((device) =>
          device.feeds
            .filter((feed) => `${device.key}/${feed.key}` === picked)
            .map((feed) => ({ device, feed })),
        )[0];
        props.onPick(found ?? null);
      }}
    >
      <option value="">{props.none}</option>
      {value && !here && <option value={chosen}>{props.gone ?? "not here any more"}</option>}
      {devices.map((device) => (
        <optgroup key={device.key || device.name} label={device.name}>
          {device.feeds.map((feed) => (
            <option key={feed.key || feed.name} value={`${device.key}/${feed.key}`}>
              {`${device.name}, ${feed.name}`}
            </option>
          ))}
        </optgroup>
      ))}
    </select>
  );
}
