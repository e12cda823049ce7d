import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { ClientLinkState } from "../api/types";
import { day } from "../jobs/JobsPage";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { allIds, useClientLinks, useCounterChange } from "./useCounter";

const IN_TWO_WEEKS = 14 * 24 * 3600 * 1000;
const later = () => new Date(Date.now() + IN_TWO_WEEKS).toISOString().slice(0, 10);
const addressOf = ({ code }: ClientLinkState) => `${window.location.origin}/shown/${code}`;

/** Into the clipboard, where the browser gives one: not over a plain line from another machine. */
function copied(text: string): void {
  if ("clipboard" in navigator) void navigator.clipboard.writeText(text);
}

/** Pages for the client: what was said on them, and a new one of the prints that are chosen, or of all. */
export function ClientCard({ job, chosen }: { job: number; chosen: number[] }) {
  const links = useClientLinks(job);
  const back = useCounterChange((link: number) =>
    must(client.POST("/api/client-links/{link_id}/back", { params: { path: { link_id: link } } })),
  );
  const [asking, setAsking] = useState(false);
  const open = links.data?.filter((link) => link.open) ?? [];
  const said = links.data?.flatMap(({ answers }) => answers) ?? [];
  return (
    <section className="counter-card space-y-1.5" aria-label="Ask the client">
      <b className="font-semibold">Ask the client</b>
      {said.length > 0 && (
        <ul aria-label="What the client said">
          {said.map((one) => (
            <li key={`${one.design} ${one.at}`} className="client-said">
              <b dir="auto">{one.title || "untitled"}</b>
              {one.said && `: ${one.said}`}
              {one.comment && <span dir="auto">{typeset(`, “${one.comment}”`)}</span>}
            </li>
          ))}
        </ul>
      )}
      {open.map((link) => (
        <p key={link.id} className="text-[13px]">
          <a className="underline" href={addressOf(link)} target="_blank" rel="noreferrer">
            {typeset(`The page of ${link.prints} ${link.prints === 1 ? "print" : "prints"}`)}
          </a>
          {`, until ${day(link.until)} `}
          <button type="button" className="min-h-6 underline" onClick={() => copied(addressOf(link))}>
            copy its link
          </button>{" "}
          <button type="button" className="min-h-6 underline" onClick={() => back.mutate(link.id)}>
            take it back
          </button>
        </p>
      ))}
      <button type="button" className="plain-button" onClick={() => setAsking(true)}>
        {chosen.length ? typeset(`A page of the ${chosen.length} chosen`) : "A page without sign-in"}
      </button>
      {(links.error ?? back.error) && <Problem message={(links.error ?? back.error)?.message ?? ""} />}
      {asking && <NewPage job={job} chosen={chosen} onClose={() => setAsking(false)} />}
    </section>
  );
}

/** Which wall goes along, where a layout of the job hangs on one. */
function WallPick(props: { job: number; value: number | null; onPick: (wall: number | null) => void }) {
  const { data } = useQuery({
    queryKey: ["jobs", props.job, "walls"],
    queryFn: () => must(client.GET("/api/jobs/{job_id}/walls", { params: { path: { job_id: props.job } } })),
  });
  if (!data?.length) return null;
  return (
    <label className="block">
      On their wall
      <select
        className="field mt-1"
        value={props.value ?? ""}
        onChange={({ target }) => props.onPick(target.value ? Number(target.value) : null)}
      >
        <option value="">not shown</option>
        {data.map((wall) => (
          <option key={wall.id} value={wall.id}>
            {`${wall.title || "untitled"}${wall.photographed ? ", photographed" : ""}`}
          </option>
        ))}
      </select>
      <span className="soft text-[13px]">The client then sees everything that hangs there.</span>
    </label>
  );
}

function NewPage({ job, chosen, onClose }: { job: number; chosen: number[]; onClose: () => void }) {
  const [until, setUntil] = useState(later);
  const [words, setWords] = useState("");
  const [wall, setWall] = useState<number | null>(null);
  const make = useCounterChange(async () =>
    must(
      client.POST("/api/jobs/{job_id}/client-links", {
        params: { path: { job_id: job } },
        body: {
          ids: chosen.length ? chosen : await allIds(job, { search: "", show: "all", sort: "order" }),
          until,
          words,
          wall,
        },
      }),
    ),
  );
  return (
    <Dialog title="A page for the client" onClose={onClose}>
      {make.data ? (
        <div className="space-y-3">
          <p>Whoever has this link sees the prints, and can say yes, no, or a word to each:</p>
          <input
            className="field"
            readOnly
            aria-label="The link"
            value={addressOf(make.data)}
            onFocus={({ target }) => target.select()}
          />
          <button type="button" className="strong-button" onClick={() => copied(addressOf(make.data))}>
            Copy the link
          </button>
        </div>
      ) : (
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            make.mutate(undefined);
          }}
        >
          <label className="block">
            Words for the client
            <input
              className="field mt-1"
              maxLength={400}
              dir="auto"
              placeholder="which of these for the stairs?"
              value={words}
              onChange={({ target }) => setWords(target.value)}
            />
          </label>
          <label className="block">
            It ends after
            <input
              type="date"
              required
              className="field mt-1"
              value={until}
              onChange={({ target }) => setUntil(target.value)}
            />
          </label>
          <WallPick job={job} value={wall} onPick={setWall} />
          <p className="soft">
            It shows the prints as they will be on paper, small, with their titles and sizes: no file, no
            other print, no price, and no name but what you write here.
          </p>
          {make.error && <Problem message={make.error.message} />}
          <button className="strong-button" disabled={make.isPending}>
            Make the page
          </button>
        </form>
      )}
    </Dialog>
  );
}
