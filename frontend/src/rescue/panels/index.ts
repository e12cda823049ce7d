import type { ComponentType } from "react";
import type { RescueKind } from "../../api/types";
import { CleanPanel } from "./CleanPanel";
import { EnlargePanel } from "./EnlargePanel";
import { LetteringPanel } from "./LetteringPanel";
import { RimPanel } from "./RimPanel";
import { SharpenPanel } from "./SharpenPanel";
import { SmoothPanel } from "./SmoothPanel";
import { TonePanel } from "./TonePanel";
import type { RescuePanelProps } from "./types";

/** The panel of each step. */
export const PANELS: Record<RescueKind, ComponentType<RescuePanelProps>> = {
  clean: CleanPanel,
  smooth: SmoothPanel,
  lettering: LetteringPanel,
  enlarge: EnlargePanel,
  rim: RimPanel,
  tone: TonePanel,
  sharpen: SharpenPanel,
};
