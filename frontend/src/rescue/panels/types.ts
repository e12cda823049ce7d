import type { RescueChain, RescueState, RescueStepReport, RescueViewFound, Unit } from "../../api/types";
import type { Hand } from "../RescueDesk";

export interface RescuePanelProps {
  rescue: RescueState;
  chain: RescueChain;
  report: RescueStepReport | undefined;
  found: RescueViewFound | null;
  unit: Unit;
  hand: Hand;
  onHand: (hand: Hand) => void;
  onChange: (by: (now: RescueChain) => RescueChain) => void;
  /** Which lettering is in hand. */
  pick: number | null;
  onPick: (pick: number | null) => void;
}
