import { useState } from "react";
import { Link } from "react-router";
import type { Device, DeviceFeed } from "../api/types";
import { Check } from "../fields/Check";
import { KeptLength, KeptLengthOrNone } from "../fields/KeptLength";
import { KeptText } from "../fields/KeptText";
import { usePreferences } from "../session/useSession";
import { FeedDrawing } from "./FeedDrawing";

const SIDES = ["left", "top", "right", "bottom"] as const;
const SIDE_WORDS = { left: "left", top: "first end", right: "right", bottom: "last end" } as const;

/** A way into a device: what paper it is for, what stays white of it, what was measured. */
export function FeedRow(props: {
  device: Device;
  feed: DeviceFeed;
  onChange: (next: Partial<DeviceFeed>) => void;
  onRemove: () => void;
}) {
  const { device, feed, onChange } = props;
  const { unit } = usePreferences().account;
  const roll = feed.height === null;
  const [each, setEach] = useState(false);
  const alike = !each && SIDES.every((side) => feed.margins[side] === feed.margins.left);
  return (
    <li className="feed-row" aria-label={`${device.name}, ${feed.name}`}>
      <FeedDrawing feed={feed} />
      <div className="min-w-0 space-y-1.5">
        <div className="feed-fields">
          <KeptText label="Feed" value={feed.name} most={80} needed onPut={(name) => onChange({ name })} />
          <KeptLength unit={unit} label="Width" value={feed.width} onPut={(width) => onChange({ width })} />
          {roll ? (
            <KeptLengthOrNone
              unit={unit}
              label="Longest print"
              value={feed.most_length}
              none="any length"
              onPut={(most_length) => onChange({ most_length })}
            />
          ) : (
            <KeptLength
              unit={unit}
              label="Height"
              value={feed.height ?? ""}
              onPut={(height) => onChange({ height })}
            />
          )}
          {alike && (
            <KeptLength
              unit={unit}
              label="Unprintable"
              ariaLabel="Unprintable margins"
              about="word:unprintable-margins"
              value={feed.margins.left}
              onPut={(typed) =>
                onChange({ margins: { left: typed, top: typed, right: typed, bottom: typed } })
              }
            />
          )}
          {feed.borderless && (
            <KeptLength
              unit={unit}
              label="Overspray"
              about="word:overspray"
              value={feed.overspray}
              onPut={(overspray) => onChange({ overspray })}
            />
          )}
        </div>
        {!alike && (
          <div className="feed-fields">
            {SIDES.map((side) => (
              <KeptLength
                key={side}
                unit={unit}
                label={`Unprintable, ${SIDE_WORDS[side]}`}
                value={feed.margins[side]}
                onPut={(typed) => onChange({ margins: { ...feed.margins, [side]: typed } })}
              />
            ))}
          </div>
        )}
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <Check
            label="Can print borderless"
            checked={feed.borderless}
            onChange={(borderless) => onChange({ borderless })}
          />
          {alike && (
            <button type="button" className="min-h-6 underline" onClick={() => setEach(true)}>
              side by side
            </button>
          )}
          <span className="soft min-w-40 flex-1">{measured(feed)}</span>
          {device.key && feed.key && (
            <Link className="underline" to={`/devices/${device.key}/${feed.key}/measure`}>
              Measure it
            </Link>
          )}
          <button
            type="button"
            className="min-h-6 underline"
            aria-label={`${device.name}, ${feed.name}: remove`}
            onClick={props.onRemove}
          >
            Remove
          </button>
        </div>
      </div>
    </li>
  );
}

/** What was found out about a feed on paper. */
function measured(feed: DeviceFeed): string {
  if (!feed.measured) return "Not measured yet.";
  const percent = (share: number) => `${Number((share * 100).toFixed(2))} %`;
  const scale =
    feed.scale_x === feed.scale_y
      ? percent(feed.scale_x)
      : `${percent(feed.scale_x)} across, ${percent(feed.scale_y)} along`;
  return `Measured on ${feed.measured}: ${scale} of the size.`;
}
