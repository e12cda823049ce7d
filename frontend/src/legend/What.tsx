import { lazy, Suspense, type ReactNode } from "react";
import type { About } from "./useLegend";

export interface WhatProps {
  about: About;
  children?: ReactNode;
  className?: string;
}

const WhatMark = lazy(async () => ({ default: (await import("./WhatMark")).WhatMark }));

/** What is this? Until that has come, the word as it is: a page does not wait for its legend. */
export function What(props: WhatProps) {
  return (
    <Suspense fallback={props.children ?? null}>
      <WhatMark {...props} />
    </Suspense>
  );
}
