import { Link } from "react-router";
import { useJobRoom } from "../room/useRoom";
import { typeset } from "../shell/typeset";

/** What a job takes up on disk. */
export function JobRoom({ job }: { job: number }) {
  const { data } = useJobRoom(job);
  if (data?.empty) return null;
  return (
    <p className="soft min-h-10 basis-full text-[13px]">
      {data && (
        <>
          <Link className="underline" to="/room">
            On disk
          </Link>
          {typeset(
            ` ${data.text}: pictures ${data.pictures_text}${data.shared_text ? ` (${data.shared_text} of it in other jobs too)` : ""}, ` +
              `${data.files} made file${data.files === 1 ? "" : "s"}${data.files ? ` ${data.files_text}` : ""}, versions ${data.versions_text}.`,
          )}
          {data.spared && " Its files are always kept."}
        </>
      )}
    </p>
  );
}
