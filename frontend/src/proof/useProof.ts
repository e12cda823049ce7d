import { useEffect, useMemo, useRef, useState } from "react";
import { ApiProblem, client, must } from "../api/client";
import { LatestWins } from "../api/latestWins";
import type { Plan, ProofFound } from "../api/types";
import { useSignedOut } from "../session/signedOut";
import type { Place, Size } from "./place";

const POLL_MS = 90;

/** Sizes are written "width height". */
interface Wanted {
  print: number;
  plan: Plan;
  at: Place;
  first: string;
  last: string;
}

/** A proof that is there to be seen: the part `at`, of such a `size`, by the plan `of`. */
export interface Shown {
  id: string;
  image: string;
  found: ProofFound;
  of: Plan;
  at: Place;
  size: string;
}

const sides = (size: string) => size.split(" ").map(Number) as [number, number];

/** The size that a wanted still lacks, the one that is seen first; null where what is shown holds it all. */
function lacking(shown: Shown | null, wanted: Wanted): string | null {
  const same = shown?.of === wanted.plan && shown.at.x === wanted.at.x && shown.at.y === wanted.at.y;
  if (!same) return wanted.first;
  const [width, height] = sides(shown.size);
  const isShown = (size: string) => {
    const [wide, high] = sides(size);
    return wide <= width && high <= height;
  };
  if (isShown(wanted.last)) return null;
  return isShown(wanted.first) ? wanted.last : wanted.first;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Have a proof made, and wait for it and its picture; null when nobody waits any more. */
async function made({ print, plan, at }: Wanted, size: string, wanted: () => boolean): Promise<Shown | null> {
  const [width, height] = sides(size);
  let state = await must(
    client.POST("/api/prints/{print_id}/proofs", {
      params: { path: { print_id: print } },
      body: { plan: plan as Record<string, unknown>, part: { ...at, width, height } },
    }),
  );
  while (state.state === "waiting" || state.state === "running") {
    await pause(POLL_MS);
    if (!wanted()) return null;
    state = await must(client.GET("/api/proofs/{proof_id}", { params: { path: { proof_id: state.id } } }));
  }
  if (!state.found) throw new ApiProblem(422, state.problem);
  const picture = new Image();
  picture.src = `/api/proofs/${state.id}.png`;
  // Shown when it is whole: until then the one before stays.
  await picture.decode().catch(() => {
    throw new ApiProblem(0, "The proof's picture could not be fetched. It is asked for again.");
  });
  return { id: state.id, image: picture.src, found: state.found, of: plan, at, size };
}

/**
 * The proof of a part by the plan in hand; follows every change, the newest always last. What is seen of it
 * is made first, `quick`; then as much as any view shows, `whole`.
 */
export function useProof(print: number, plan: Plan, place: Place, quick: Size | null, whole: Size | null) {
  const [shown, setShown] = useState<Shown | null>(null);
  const [failed, setFailed] = useState<{ wanted: Wanted; problem: ApiProblem } | null>(null);
  const { out } = useSignedOut();
  const line = useRef<LatestWins<Wanted, Shown | null> | null>(null);
  const seen = useRef<Shown | null>(null);
  const here = useRef(true);
  const latest = useRef<Wanted | null>(null);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const { x, y } = place;
  const first = quick ? `${quick.width} ${quick.height}` : "";
  const last = whole ? `${whole.width} ${whole.height}` : "";
  const wanted = useMemo<Wanted | null>(
    () => (first && last && !out ? { print, plan, at: { x, y }, first, last } : null),
    [print, plan, x, y, first, last, out],
  );
  useEffect(() => {
    // What is lacking is decided when it is asked for: by then more may be there than when it was wished.
    line.current ??= new LatestWins<Wanted, Shown | null>(
      async (asked) => {
        const size = lacking(seen.current, asked);
        return size ? made(asked, size, () => here.current) : seen.current;
      },
      (heard, asked) => {
        seen.current = heard ?? seen.current;
        setShown(seen.current);
        setFailed(null);
        if (asked === latest.current && heard && lacking(heard, asked)) line.current?.put(asked);
      },
      (error, asked) => setFailed({ wanted: asked, problem: error as ApiProblem }),
    );
    latest.current = wanted;
    if (wanted) line.current.put(wanted);
  }, [wanted]);
  return {
    shown,
    problem: failed?.problem ?? null,
    busy: wanted ? lacking(shown, wanted) !== null && failed?.wanted !== wanted : !out,
  };
}
