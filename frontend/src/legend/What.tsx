import type { ReactNode } from "react";
import { fetched } from "../api/fetched";
import { RoomForMark } from "./RoomForMark";
import type { About } from "./useLegend";

export interface WhatProps {
  about: About;
  children?: ReactNode;
  className?: string;
  /** For fingers alone: who comes by keys is told elsewhere, and goes on to the first field. */
  passedByTab?: boolean;
}

/** What is this? Until that has come, the word as it is: a page does not wait for its legend. */
export const What = fetched<WhatProps>(
  async () => (await import("./WhatMark")).WhatMark,
  (props) => props.children ?? <RoomForMark />,
);
