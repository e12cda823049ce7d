import { useEffect, useMemo, useRef, useState } from "react";
import { ApiProblem, client, must } from "../api/client";
import { LatestWins } from "../api/latestWins";
import type { Plan, ProofFound, ProofState } from "../api/types";
import { useSignedOut } from "../session/signedOut";
import type { Place, Size } from "./place";

const POLL_MS = 90;

/** Sizes are written "width height". */
interface Wish {
  print: number;
  plan: Plan;
  at: Place;
  first: string;
  last: string;
}

interface Asked {
  wish: Wish;
  size: string;
}

/** A proof that is there to be seen; `of` is the plan that it shows. */
export interface Shown {
  id: string;
  image: string;
  found: ProofFound;
  of: Plan;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Have a proof made, and wait for it and its picture; null when nobody waits any more. */
async function made({ wish, size }: Asked, wanted: () => boolean): Promise<Shown | null> {
  const { print, plan, at } = wish;
  const [width, height] = size.split(" ").map(Number) as [number, number];
  let state = await must<ProofState>(
    client.POST("/api/prints/{print_id}/proofs", {
      params: { path: { print_id: print } },
      body: { plan: plan as Record<string, unknown>, part: { ...at, width, height } },
    }),
  );
  while (state.state === "waiting" || state.state === "running") {
    await pause(POLL_MS);
    if (!wanted()) return null;
    state = await must<ProofState>(
      client.GET("/api/proofs/{proof_id}", { params: { path: { proof_id: state.id } } }),
    );
  }
  if (!state.found) throw new ApiProblem(422, state.problem);
  const picture = new Image();
  picture.src = `/api/proofs/${state.id}.png`;
  // Shown when it is whole: until then the one before stays.
  await picture.decode().catch(() => {
    throw new ApiProblem(0, "The proof's picture could not be fetched. It is asked for again.");
  });
  return { id: state.id, image: picture.src, found: state.found, of: plan };
}

/**
 * The proof of a part by the plan in hand; follows every change, the newest always last. What is seen of it
 * is made first, `quick`; then as much as any view shows, `whole`.
 */
export function useProof(print: number, plan: Plan, place: Place, quick: Size | null, whole: Size | null) {
  const [shown, setShown] = useState<Shown | null>(null);
  const [ended, setEnded] = useState<{ wish: Wish; size: string; problem: ApiProblem | null } | null>(null);
  const { out } = useSignedOut();
  const line = useRef<LatestWins<Asked, Shown | null> | null>(null);
  const here = useRef(true);
  const latest = useRef<Wish | null>(null);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const { x, y } = place;
  const first = quick ? `${quick.width} ${quick.height}` : "";
  const last = whole ? `${whole.width} ${whole.height}` : "";
  const wish = useMemo<Wish | null>(
    () => (first && last && !out ? { print, plan, at: { x, y }, first, last } : null),
    [print, plan, x, y, first, last, out],
  );
  useEffect(() => {
    line.current ??= new LatestWins<Asked, Shown | null>(
      (asked) => made(asked, () => here.current),
      (heard, { wish: asked, size }) => {
        if (heard) setShown(heard);
        setEnded({ wish: asked, size, problem: null });
        if (size !== asked.last && asked === latest.current)
          line.current?.put({ wish: asked, size: asked.last });
      },
      (error, { wish: asked }) => setEnded({ wish: asked, size: asked.last, problem: error as ApiProblem }),
    );
    latest.current = wish;
    if (wish) line.current.put({ wish, size: wish.first });
  }, [wish]);
  return {
    shown,
    problem: ended?.problem ?? null,
    busy: wish !== null && (ended?.wish !== wish || ended.size !== wish.last),
  };
}
