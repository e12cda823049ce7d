import { useInfiniteQuery, useQuery, useQueryClient, useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { client, must } from "../api/client";
import type { PrintState, PrintVersion } from "../api/types";
import { scaleFor, SheetInSmall } from "../drawing/SheetInSmall";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "./counter.css";

const SMALL: [number, number] = [78, 54];
const LARGE: [number, number] = [380, 300];
const when = (iso: string) =>
  new Date(iso).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

/** All versions of a print: what changed in words, what was made of each, two side by side, the way back to any. */
export function VersionsPage() {
  const id = Number(useParams()["print"]);
  const print = useQuery({
    queryKey: ["versions", id, "print"],
    queryFn: () => must(client.GET("/api/prints/{print_id}", { params: { path: { print_id: id } } })),
  });
  const held = print.data;
  return (
    <>
      <TopBar
        where={
          <Where
            back={
              held && [
                { to: `/jobs/${held.job}`, name: held.job_title },
                { to: `/prints/${id}`, name: held.plan.title || "untitled" },
              ]
            }
            here="Versions"
          />
        }
      />
      <main className="px-5 py-3">
        <h1 className="text-2xl font-semibold">Versions</h1>
        <Coming query={print} what="The print" />
        {held && <Inside print={held} />}
      </main>
    </>
  );
}

function Inside({ print }: { print: PrintState }) {
  const go = useNavigate();
  const queries = useQueryClient();
  const pages = useInfiniteQuery({
    queryKey: ["versions", print.id, "list"],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      must(
        client.GET("/api/prints/{print_id}/versions", {
          params: { path: { print_id: print.id }, query: pageParam ? { below: pageParam } : {} },
        }),
      ),
    getNextPageParam: (page) => page.next ?? undefined,
  });
  const items = pages.data?.pages.flatMap((page) => page.items) ?? [];
  const happened = pages.data?.pages.flatMap((page) => page.happened) ?? [];
  const now = items.find(({ in_force }) => in_force);
  const [picked, setPicked] = useState<number | null>(null);
  const other = items.find(({ number }) => number === picked) ?? items.find(({ in_force }) => !in_force);
  const beside = useQuery({
    queryKey: ["versions", print.id, "beside", now?.number, other?.number],
    queryFn: () =>
      must(
        client.GET("/api/prints/{print_id}/versions/beside", {
          params: {
            path: { print_id: print.id },
            query: { first: now?.number ?? 1, second: other?.number ?? 1 },
          },
        }),
      ),
    enabled: now !== undefined && other !== undefined && now !== other,
  });
  const back = useMutation({
    mutationFn: (number: number) =>
      must(
        client.POST("/api/prints/{print_id}/versions/{number}/back", {
          params: { path: { print_id: print.id, number } },
          body: { version: print.version },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      void go(`/prints/${print.id}`);
    },
  });
  const proof = `/api/pictures/${print.picture.id}/small.jpg`;
  const shared = [now, other].flatMap((one) => (one?.drawing ? [one.drawing] : []));
  const scale = shared.length ? scaleFor(shared, LARGE) : 1;
  return (
    <div className="versions">
      <section aria-label="Versions, the newest first">
        <Coming query={pages} what="The versions" />
        <ol className="panel divide-y" style={{ borderColor: "var(--color-base-300)" }}>
          {items.map((one, at) => (
            <li key={one.number}>
              {happened
                .filter(
                  (event) => event.at >= one.saved && (at === 0 || event.at < (items[at - 1]?.saved ?? "")),
                )
                .map((event) => (
                  <p key={event.at + event.what} className="soft px-3 py-1 text-[13px]">
                    {typeset(`${when(event.at)} · ${event.what}${event.words ? `: ${event.words}` : ""}`)}
                  </p>
                ))}
              <button
                type="button"
                className="version"
                aria-pressed={one === other}
                disabled={one.in_force}
                onClick={() => setPicked(one.number)}
              >
                <span className="said-drawing">
                  {one.drawing && (
                    <SheetInSmall
                      loss={false}
                      room={SMALL}
                      scale={scaleFor([one.drawing], SMALL)}
                      drawing={one.drawing}
                      proof={proof}
                    />
                  )}
                </span>
                <span className="min-w-0">
                  <b className="block font-semibold">{typeset(one.words.join(", ") || "as before")}</b>
                  <span className="soft block text-[13px]">
                    {typeset(
                      [when(one.saved), one.by, one.size_text, one.holds ? "a file was made of it" : ""]
                        .filter(Boolean)
                        .join(" · "),
                    )}
                  </span>
                </span>
                <span className="font-semibold">{one.in_force ? "now" : ""}</span>
              </button>
            </li>
          ))}
        </ol>
        {pages.hasNextPage && (
          <button type="button" className="plain-button mt-2" onClick={() => void pages.fetchNextPage()}>
            Earlier ones
          </button>
        )}
        <p className="soft mt-2 text-[13px]">
          All of a day are kept, then one an hour for a week, then one a day; what a file was made of stays.
        </p>
      </section>
      {now && other && (
        <section className="panel space-y-3 p-4" aria-label="Two side by side">
          <div className="grid gap-4 md:grid-cols-2">
            <Large version={now} word="now" proof={proof} scale={scale} />
            <Large version={other} word={when(other.saved)} proof={proof} scale={scale} />
          </div>
          <p>
            <span className="soft">From now to then: </span>
            {typeset(beside.data?.words.join(", ") ?? "…")}
          </p>
          {back.error && <Problem message={back.error.message} />}
          <button
            type="button"
            className="strong-button"
            disabled={back.isPending}
            onClick={() => back.mutate(other.number)}
          >
            {typeset(`Go back to ${when(other.saved)}`)}
          </button>
          <p className="soft text-[13px]">
            It becomes the newest version: what is there now stays in the list.
          </p>
        </section>
      )}
      {now && !other && (
        <p className="soft">There is one version so far. Every change from now on stands here.</p>
      )}
    </div>
  );
}

function Large(props: { version: PrintVersion; word: string; proof: string; scale: number }) {
  const { version } = props;
  return (
    <figure>
      <figcaption className="mb-1">
        <b className="font-semibold">{typeset(props.word)}</b>{" "}
        <span className="soft">{typeset(version.size_text)}</span>
      </figcaption>
      {version.drawing && (
        <SheetInSmall
          loss={false}
          room={LARGE}
          scale={props.scale}
          drawing={version.drawing}
          proof={props.proof}
        />
      )}
    </figure>
  );
}
