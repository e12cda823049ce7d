import { useEffect, useMemo, useRef, useState } from "react";
import { ApiProblem, client, must } from "../api/client";
import { LatestWins } from "../api/latestWins";
import type { Plan, ProofFound, ProofPart, ProofState } from "../api/types";
import { useSignedOut } from "../session/signedOut";

const POLL_MS = 90;

interface Wish {
  print: number;
  plan: Plan;
  part: ProofPart;
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
async function made({ print, plan, part }: Wish, wanted: () => boolean): Promise<Shown | null> {
  let state = await must<ProofState>(
    client.POST("/api/prints/{print_id}/proofs", {
      params: { path: { print_id: print } },
      body: { plan: plan as Record<string, unknown>, part },
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

/** The proof of a part by the plan in hand; follows every change, the newest always last. */
export function useProof(print: number, plan: Plan, part: ProofPart | null) {
  const [shown, setShown] = useState<Shown | null>(null);
  const [ended, setEnded] = useState<{ wish: Wish; problem: ApiProblem | null } | null>(null);
  const { out } = useSignedOut();
  const line = useRef<LatestWins<Wish, Shown | null> | null>(null);
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const { x, y, width, height } = part ?? { x: 0, y: 0, width: 0, height: 0 };
  const wish = useMemo(
    () => (width && !out ? { print, plan, part: { x, y, width, height } } : null),
    [print, plan, x, y, width, height, out],
  );
  useEffect(() => {
    line.current ??= new LatestWins<Wish, Shown | null>(
      (asked) => made(asked, () => here.current),
      (heard, asked) => {
        if (heard) setShown(heard);
        setEnded({ wish: asked, problem: null });
      },
      (error, asked) => setEnded({ wish: asked, problem: error as ApiProblem }),
    );
    if (wish) line.current.put(wish);
  }, [wish]);
  return { shown, problem: ended?.problem ?? null, busy: wish !== null && ended?.wish !== wish };
}
