import { useQuery } from "@tanstack/react-query";
import { useEffect, type ReactNode } from "react";
import { Link } from "react-router";
import { client, must } from "../api/client";
import type { Plan, PrintState } from "../api/types";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { usePlanStore } from "./planStore";

/** Takes a print in hand and shows what is done with it; until it has come, that. */
export function PrintInHand({
  id,
  children,
}: {
  id: number;
  children: (print: PrintState, plan: Plan) => ReactNode;
}) {
  const open = usePlanStore((store) => store.open);
  const held = usePlanStore((store) => store.held);
  const plan = usePlanStore((store) => store.document);
  const asked = useQuery({
    queryKey: ["prints", id],
    gcTime: 0,
    queryFn: () => must(client.GET("/api/prints/{print_id}", { params: { path: { print_id: id } } })),
  });
  const answered = asked.data;
  useEffect(() => {
    if (answered) open(answered);
  }, [answered, open]);
  if (asked.error)
    return (
      <>
        <TopBar />
        <main className="mx-auto max-w-lg space-y-3 p-10">
          <Problem message={asked.error.message} />
          <Link to="/" className="underline">
            To the jobs
          </Link>
        </main>
      </>
    );
  if (!held || held.id !== id || !plan)
    return (
      <>
        <TopBar />
        <main className="mx-auto max-w-lg p-10">
          <Coming query={asked} what="The print" />
        </main>
      </>
    );
  return children(held, plan);
}
