import { useMutation } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { client, must } from "../../api/client";
import { Problem } from "../../shell/Problem";
import { usePlanStore } from "../planStore";

/** After the printing: a row of the log for this print; and what was logged on its medium before. */
export function LogLine({ print, medium }: { print: number; medium: string }) {
  const go = useNavigate();
  const log = useMutation({
    mutationFn: async () => {
      // The row keeps the print as it is saved.
      await usePlanStore.getState().flush();
      return must(client.POST("/api/prints/{print_id}/log", { params: { path: { print_id: print } } }));
    },
    onSuccess: (row) => void go(`/log?row=${row.id}`),
  });
  const before = medium ? `/log?${new URLSearchParams({ medium }).toString()}` : "/log";
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <button type="button" className="plain-button" disabled={log.isPending} onClick={() => log.mutate()}>
          Printed: log it
        </button>
        <Link className="plain-button inline-flex items-center" to={before}>
          See the log
        </Link>
      </div>
      {log.error && <Problem message={log.error.message} />}
    </div>
  );
}
