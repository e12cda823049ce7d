import { useQuery } from "@tanstack/react-query";
import { useEffect, type ReactNode } from "react";
import { Link } from "react-router";
import { client, must } from "../api/client";
import type { AnyLayoutRequest, LayoutState } from "../api/types";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { useLayoutStore } from "./layoutStore";

/** Takes a layout in hand and shows what is done with it; until it has come, that. */
export function LayoutInHand({
  id,
  children,
}: {
  id: number;
  children: (layout: LayoutState, request: AnyLayoutRequest) => ReactNode;
}) {
  const open = useLayoutStore((store) => store.open);
  const held = useLayoutStore((store) => store.held);
  const request = useLayoutStore((store) => store.document);
  const asked = useQuery({
    queryKey: ["layouts", id],
    gcTime: 0,
    queryFn: () => must(client.GET("/api/layouts/{layout_id}", { params: { path: { layout_id: id } } })),
  });
  const answered = asked.data;
  useEffect(() => {
    if (answered) open(answered);
  }, [answered, open]);
  if (held && held.id === id && request) return children(held, request);
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-lg space-y-3 p-10">
        {asked.error ? (
          <>
            <Problem message={asked.error.message} />
            <Link to="/" className="underline">
              To the jobs
            </Link>
          </>
        ) : (
          <Coming query={asked} what="The layout" />
        )}
      </main>
    </>
  );
}
