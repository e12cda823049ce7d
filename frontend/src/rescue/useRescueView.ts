// A part of the chain as it would be printed, made by a worker; the newest that is asked for comes last.
import { useEffect, useRef, useState } from "react";
import { ApiProblem, client, must } from "../api/client";
import { LatestWins } from "../api/latestWins";
import type { RescueChain, RescueKind, RescueViewFound } from "../api/types";

const POLL_MS = 90;
const TURN_MS = 500;
const TOO_MANY = 429;

export interface Part {
  x: number;
  y: number;
  scale: number;
  width: number;
  height: number;
}

export type Show = "after" | "before" | "without" | "alone" | "marked";

interface Asked {
  rescue: string;
  chain: RescueChain;
  part: Part;
  show: Show;
  step: RescueKind | null;
}

export interface SeenPart {
  id: string;
  image: string;
  picture: HTMLImageElement;
  found: RescueViewFound;
  of: Asked;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Where as many parts as are made at once are being made already, this one waits its turn. */
async function begun(asked: Asked, wanted: () => boolean) {
  for (;;) {
    try {
      return await must(
        client.POST("/api/rescues/{rescue_id}/views", {
          params: { path: { rescue_id: asked.rescue } },
          body: { document: { ...asked.chain }, ...asked.part, show: asked.show, step: asked.step },
        }),
      );
    } catch (error) {
      if ((error as ApiProblem).status !== TOO_MANY) throw error;
      await pause(TURN_MS);
      if (!wanted()) return null;
    }
  }
}

async function made(asked: Asked, wanted: () => boolean): Promise<SeenPart | null> {
  let state = await begun(asked, wanted);
  if (!state) return null;
  while (state.state === "waiting" || state.state === "running") {
    await pause(POLL_MS);
    if (!wanted()) return null;
    state = await must(
      client.GET("/api/rescue-views/{view_id}", { params: { path: { view_id: state.id } } }),
    );
  }
  if (!state.found) throw new ApiProblem(422, state.problem);
  const picture = new Image();
  picture.src = `/api/rescue-views/${state.id}.png`;
  // Shown when it is whole: until then the one before stays.
  await picture.decode().catch(() => {
    throw new ApiProblem(0, "This part could not be fetched. It is asked for again.");
  });
  return { id: state.id, image: picture.src, picture, found: state.found, of: asked };
}

/** What is seen of a part, and whether a newer one is on its way. */
export function useRescueView(
  rescue: string,
  chain: RescueChain,
  part: Part | null,
  show: Show,
  step: RescueKind | null,
) {
  const [seen, setSeen] = useState<SeenPart | null>(null);
  const [failed, setFailed] = useState<{ of: string; problem: ApiProblem } | null>(null);
  const line = useRef<LatestWins<Asked, SeenPart | null> | null>(null);
  const latest = useRef("");
  const here = useRef(true);
  const asked: Asked | null = part && { rescue, chain, part, show, step };
  const said = JSON.stringify(asked);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  useEffect(() => {
    line.current ??= new LatestWins<Asked, SeenPart | null>(
      (one) => made(one, () => here.current && latest.current === JSON.stringify(one)),
      (heard) => {
        if (!heard) return;
        setSeen(heard);
        setFailed(null);
      },
      (error, one) => setFailed({ of: JSON.stringify(one), problem: error as ApiProblem }),
    );
    latest.current = said;
    const one = JSON.parse(said) as Asked | null;
    if (one) line.current.put(one);
  }, [said]);
  return {
    seen,
    problem: failed?.of === said ? failed.problem : null,
    busy: asked !== null && failed?.of !== said && JSON.stringify(seen?.of) !== said,
  };
}
