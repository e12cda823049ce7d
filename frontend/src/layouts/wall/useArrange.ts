import { useMutation } from "@tanstack/react-query";
import { client, must } from "../../api/client";
import type { PanelFrame, PanelsRequest, Unit } from "../../api/types";
import { asSent, useLayoutStore } from "../layoutStore";

export interface Arranging {
  arrangement: string;
  count?: number;
  gap?: string;
  size?: string;
}

/** Has the server place the frames anew, and takes what it says into the request in hand; `arranged` is told then. */
export function useArrange(unit: Unit, arranged?: () => void) {
  const change = useLayoutStore((store) => store.change);
  return useMutation({
    scope: { id: "arrange" },
    mutationFn: ({ arrangement, count, gap, size }: Arranging) => {
      const request = useLayoutStore.getState().document as PanelsRequest;
      return must(
        client.POST("/api/layouts/arrange", {
          body: { layout: asSent(request), arrangement, count: count ?? null, gap: gap ?? null, size: size ?? null, unit },
        }),
      );
    },
    onSuccess: ({ frames }) => {
      change({ frames: frames as PanelFrame[] });
      arranged?.();
    },
  });
} // oxfmt-ignore
