import { useMutation } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { client, must } from "../api/client";
import { Problem } from "../shell/Problem";

const posted = {
  prints: (id: number) =>
    must(client.POST("/api/prints/{print_id}/log", { params: { path: { print_id: id } } })),
  layouts: (id: number) =>
    must(client.POST("/api/layouts/{layout_id}/log", { params: { path: { layout_id: id } } })),
};

/** After the printing: a row of the log for this print or layout; and what was logged on its medium before. */
export function LogLine(props: {
  of: { kind: keyof typeof posted; id: number };
  medium: string;
  /** Has what is in hand saved: the row keeps it as it is. */
  saved: () => Promise<unknown>;
}) {
  const { of, medium, saved } = props;
  const go = useNavigate();
  const log = useMutation({
    mutationFn: async () => {
      await saved();
      return posted[of.kind](of.id);
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
