import { Link } from "react-router";
import type { RoomJob } from "../api/types";
import { typeset } from "../shell/typeset";
import { spareJob, useRoomChange } from "./useRoom";

export const counted = (files: number) => `${files} file${files === 1 ? "" : "s"}`;

/** A job with files: its title, how much, and whether rules spare it. */
export function RoomRow({ job }: { job: RoomJob }) {
  const spare = useRoomChange(spareJob);
  const { job: id, spared } = job;
  return (
    <li className="room-row">
      <span className="min-w-0 truncate" dir="auto" title={job.title}>
        {id === null ? (
          "Batches"
        ) : (
          <Link className="underline" to={`/jobs/${id}`}>
            {job.title || "untitled"}
          </Link>
        )}
      </span>
      <span className="figure whitespace-nowrap">{typeset(`${counted(job.files)}, ${job.text}`)}</span>
      {id !== null && (
        <label className="flex min-h-6 cursor-pointer items-center gap-1.5 whitespace-nowrap">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={spared}
            disabled={spare.isPending}
            aria-label={`No rule removes files of ${job.title || "this job"}`}
            onChange={() => spare.mutate({ job: id, spared: !spared })}
          />
          always keep
        </label>
      )}
    </li>
  );
}
