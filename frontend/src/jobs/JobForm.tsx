import { useState } from "react";
import type { JobDetails } from "../api/types";
import { DevicePick } from "../devices/DevicePick";
import { useDevices } from "../devices/useDevices";
import { Problem } from "../shell/Problem";

/** Title, client and due date of a job. */
export function JobForm(props: {
  start: JobDetails;
  label: string;
  busy: boolean;
  problem?: string | undefined;
  onDone: (details: JobDetails) => void;
}) {
  const [details, setDetails] = useState(props.start);
  const devices = useDevices().kept.data?.table.devices ?? [];
  const set = (change: Partial<JobDetails>) => setDetails({ ...details, ...change });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        props.onDone(details);
      }}
    >
      <label className="block">
        Title
        <input
          className="field mt-1"
          required
          maxLength={200}
          dir="auto"
          value={details.title}
          onChange={(event) => set({ title: event.target.value })}
        />
      </label>
      <label className="block">
        Client
        <input
          className="field mt-1"
          maxLength={200}
          dir="auto"
          value={details.client}
          onChange={(event) => set({ client: event.target.value })}
        />
      </label>
      <label className="block">
        Due
        <input
          className="field mt-1"
          type="date"
          value={details.due ?? ""}
          onChange={(event) => set({ due: event.target.value || null })}
        />
      </label>
      <div>
        New prints go to
        <DevicePick
          label="What new prints of the job go to"
          devices={devices}
          value={details.device ?? null}
          none="as in the studio"
          onPick={(chosen) => set({ device: chosen && { key: chosen.device.key, feed: chosen.feed.key } })}
        />
      </div>
      {props.problem && <Problem message={props.problem} />}
      <button className="strong-button" disabled={props.busy}>
        {props.label}
      </button>
    </form>
  );
}
