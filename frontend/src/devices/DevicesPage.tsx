import type { Device, Devices } from "../api/types";
import { KeptTablePage } from "../frame/KeptTablePage";
import { DeviceCard } from "./DeviceCard";
import { DevicePick } from "./DevicePick";
import "./devices.css";
import { useDevices } from "./useDevices";

/** What is printed with: every device with its feeds, what stays white on each, and what goes through. */
export function DevicesPage() {
  const held = useDevices();
  const { change } = held;
  const table = held.kept.data?.table;
  return (
    <KeptTablePage
      title="Devices"
      says="What this studio prints with. A print that is planned for one follows its feeds, margins and pixel grid, and says before paper is spent what it would cut."
      what="The devices"
      csv={{ href: "/api/devices.csv", label: "A table of the devices" }}
      held={held}
      fields={
        table && (
          <span>
            New prints go to
            <DevicePick
              label="What new prints go to"
              devices={table.devices}
              value={table.standard}
              none="not said"
              onPick={(chosen) =>
                change((now) => ({
                  ...now,
                  standard: chosen && { key: chosen.device.key, feed: chosen.feed.key },
                }))
              }
            />
          </span>
        )
      }
      another="Another device"
      onAnother={() => change((now) => ({ ...now, devices: [...now.devices, fresh(now)] }))}
    >
      {table && !table.devices.length && (
        <p className="text-lg">There is no device yet: begin with another one, or take in a table.</p>
      )}
      <ul className="grid items-start gap-3 xl:grid-cols-2">
        {table?.devices.map((device, index) => (
          <DeviceCard
            key={device.key || index}
            device={device}
            onChange={(by) => change((now) => withDevice(now, index, by))}
          />
        ))}
      </ul>
    </KeptTablePage>
  );
}

/** The devices with one changed, or taken out (null). */
function withDevice(table: Devices, index: number, by: (device: Device) => Device | null): Devices {
  return { ...table, devices: table.devices.flatMap((one, at) => (at === index ? (by(one) ?? []) : [one])) };
}

/** A device under a name that no other has. */
function fresh(table: Devices): Device {
  const names = new Set(table.devices.map(({ name }) => name.toLowerCase()));
  let number = 1;
  while (names.has(`new device ${number}`)) number += 1;
  return {
    key: "", name: `New device ${number}`, kind: "sheet", native_ppi: [], feeds: [], media: [], quirks: [], checks: [],
    corrects: false, notes: "",
  }; // oxfmt-ignore
}
