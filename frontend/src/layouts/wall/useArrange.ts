import { useMutation } from "@tanstack/react-query";
import { client, must } from "../../api/client";
import type { PanelFrame, PanelsWish, Unit } from "../../api/types";
import { asSent, useLayoutStore } from "../layoutStore";

export interface Arranging {
  arrangement: string;
  count?: number;
  gap?: string;
  size?: string;
}

/** Has the server place the frames anew, and takes what it says into the wish in hand. */
export function useArrange(unit: Unit) {
  const change = useLayoutStore((store) => store.change);
  return useMutation({
    scope: { id: "arrange" },
    mutationFn: ({ arrangement, count, gap, size }: Arranging) => {
      const wish = useLayoutStore.getState().document as PanelsWish;
      return must(
        client.POST("/api/layouts/arrange", {
          body: { layout: asSent(wish), arrangement, count: count ?? null, gap: gap ?? null, size: size ?? null, unit },
        }),
      );
    },
    onSuccess: ({ frames }) => change({ frames: frames as PanelFrame[] }),
  });
} // oxfmt-ignore
