import { useInfiniteQuery, useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, must } from "../api/client";
import type { RescueState } from "../api/types";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";

const MOST = 20;

/** The same chain for other pictures: which, and what became of each. */
export function OthersDialog({ rescue, onClose }: { rescue: RescueState; onClose: () => void }) {
  const [chosen, setChosen] = useState<string[]>([]);
  const pictures = useInfiniteQuery({
    queryKey: ["pictures", "for rescue", rescue.job],
    initialPageParam: null as string | null,
    queryFn: async ({ pageParam }) =>
      must(
        client.GET("/api/pictures", {
          params: {
            query: {
              ...(rescue.job !== null && { job: rescue.job }),
              ...(pageParam && { cursor: pageParam }),
            },
          },
        }),
      ),
    getNextPageParam: (page) => page.next ?? undefined,
  });
  const make = useMutation({
    mutationFn: () =>
      must(
        client.POST("/api/rescues/{rescue_id}/others", {
          params: { path: { rescue_id: rescue.id } },
          body: { pictures: chosen },
        }),
      ),
  });
  const listed = pictures.data?.pages.flatMap((page) => page.items) ?? [];
  const others = listed.filter(({ id, state }) => id !== rescue.picture && state === "ready");
  return (
    <Dialog title="The same for other pictures" onClose={onClose}>
      {make.data ? (
        <ul className="space-y-1">
          {make.data.map((one) => (
            <li key={one.picture}>
              <Link className="underline" to={`/pictures/${one.picture}/rescue`}>
                {one.name}
              </Link>
              : {one.problem || "being made"}
            </li>
          ))}
        </ul>
      ) : (
        <>
          <p className="soft pb-2">
            Steps and colours go along; dust, areas drawn round and nodes moved by hand stay this picture's
            own. Up to {MOST} at once.
          </p>
          <ul className="max-h-80 space-y-1 overflow-y-auto">
            {others.map(({ id, name }) => (
              <li key={id}>
                <label className="flex min-h-7 items-center gap-2">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={chosen.includes(id)}
                    disabled={!chosen.includes(id) && chosen.length >= MOST}
                    onChange={({ target }) =>
                      setChosen(target.checked ? [...chosen, id] : chosen.filter((one) => one !== id))
                    }
                  />
                  <span className="truncate" dir="auto">
                    {name}
                  </span>
                </label>
              </li>
            ))}
          </ul>
          {!others.length && !pictures.isPending && <p>There are no other pictures here.</p>}
          {pictures.hasNextPage && (
            <button type="button" className="underline" onClick={() => void pictures.fetchNextPage()}>
              More
            </button>
          )}
          {make.error && <Problem message={make.error.message} />}
          <button
            type="button"
            className="strong-button mt-3"
            disabled={!chosen.length || make.isPending}
            onClick={() => make.mutate()}
          >
            {chosen.length ? `Rescue ${chosen.length}` : "Choose pictures first"}
          </button>
        </>
      )}
    </Dialog>
  );
}
