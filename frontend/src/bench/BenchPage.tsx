import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { STEPS, type Plan, type PrintState, type Step } from "../api/types";
import { usePreferences } from "../session/useSession";
import { useHelp } from "../shell/help";
import { Problem } from "../shell/Problem";
import { Shelf, type ShelfPlace } from "../shell/Shelf";
import "./bench.css";
import { BenchDesk } from "./BenchDesk";
import { toFirstField, useFirstField } from "../designs/firstField";
import type { Fix } from "../designs/fix";
import { useFitTools } from "./fitTools";
import { usePlanStore } from "./planStore";
import { PrintInHand } from "./PrintInHand";
import { PrintTop } from "./PrintTop";
import "./rail.css";
import "../shell/rule.css";
import { useBenchKeys } from "./useBenchKeys";
import { madeOf, useMakeFile, useOrders } from "../designs/useOrders";
import { readSize } from "../fields/LengthField";
import { useUnread } from "../fields/unread";
import { taken, unreadSize } from "./steps/SizePanel";
import { pictureSides } from "./steps/types";
import { useWhenReckoned } from "./useWhenReckoned";
import { useWorksheet } from "./useWorksheet";
import "./worksheet.css";

/** The working screen: one print, its rule, its drawing, its worksheet, its distance rail. */
export function BenchPage() {
  const id = Number(useParams()["print"]);
  return <PrintInHand id={id}>{(print, plan) => <Bench key={id} print={print} plan={plan} />}</PrintInHand>;
}

/** Every change of the plan in hand; to take another one in hand is none. */
const followPlan = (heard: (plan: Plan) => void) =>
  usePlanStore.subscribe(({ held, document }, before) => {
    if (document && document !== before.document && held?.id === before.held?.id) heard(document);
  });

function Bench({ print, plan }: { print: PrintState; plan: Plan }) {
  const ask = useHelp((help) => help.ask);
  const go = useNavigate();
  const { account } = usePreferences();
  const given = useParams()["step"] as Step | undefined;
  const step = given && STEPS.includes(given) ? given : "size";
  const { worksheet, reckoned, problem } = useWorksheet(
    plan,
    account.unit,
    step,
    print.plan,
    print,
    followPlan,
  );
  const whenReckoned = useWhenReckoned(worksheet, reckoned, problem);
  const [asked, setAsked] = useState(0);
  const [lines, setLines] = useState(false);
  const showLines = () => setLines((shown) => !shown);
  const { undo, redo, settle, change } = usePlanStore();
  const orders = useOrders({ kind: "prints", id: print.id });
  const { mutate: make, isPending: making, error: notMade } = useMakeFile("prints");

  const toStep = (next: Step) => void go(`/prints/${print.id}/${next}`, { replace: true });
  const toSibling = (by: 1 | -1) => {
    const next = by < 0 ? print.before : print.after;
    if (next !== null) void go(`/prints/${next}/${step}`);
  };
  const makeFile = async () => {
    // At once: once the server is back, somebody may be elsewhere and must not be fetched here.
    toStep("handover");
    settle();
    const saved = await usePlanStore.getState().flush();
    if (saved) make(saved);
  };
  const onMake = () => void makeFile();
  // Whoever leaves in the middle of a drag or a title leaves with it.
  useEffect(() => () => usePlanStore.getState().settle(), []);
  const tools = useFitTools();
  const toFit = (run: () => void) => () => {
    if (step !== "fit") toStep("fit");
    run();
  };
  const straighten = (by: number) =>
    change({ "fit.angle": Math.min(15, Math.max(-15, Math.round((plan.fit.angle + by) * 10) / 10)) });
  const place = {
    works: step === "fit" || tools.hand,
    crops: plan.fit.mode !== "contain",
    zones: plan.fit.keep.length > 0,
    rail: (worksheet?.schools.length ?? 0) > 0,
    siblings: print.count > 1,
  };
  useBenchKeys(place, {
    onTurn: (way) => whenReckoned(({ turns }) => change(turns[way] as Fix)),
    onSwap: () => change({ "target.width": plan.target.height, "target.height": plan.target.width }),
    onFurther: () => setAsked((times) => times + 1),
    onLines: showLines,
    onGuide: toFit(tools.nextGuide),
    onZone: toFit(() => tools.draw(true)),
    onStraighten: straighten,
    onStep: (next) => {
      toStep(next);
      toFirstField();
    },
    onUndo: () => void undo(),
    onRedo: () => void redo(),
    onMake,
    onLook: () => void go(`/prints/${print.id}/look`),
    onColour: () => void go(`/prints/${print.id}/colour`),
    onPress: () => void go(`/prints/${print.id}/press`),
    onProof: () => void go(`/prints/${print.id}/proof`),
    onSibling: toSibling,
    onHelp: ask,
  });
  useEffect(() => {
    document.title = `${plan.title || "Print"} · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [plan.title]);

  // A step that stands in the address was meant: from a row of a job that is where the trouble is.
  useFirstField(worksheet !== null, given === step);

  const waits = useUnread({
    name: unreadSize(print.id),
    active: step !== "size" && worksheet !== null,
    read: (text) => readSize(text, account.unit, worksheet ? pictureSides(worksheet) : [1, 1]),
    onRead: ({ width, height }) => change(taken(width, height)),
  });
  const made = madeOf(orders.data?.items, print.version);
  return (
    <div className="bench">
      <PrintTop print={print} title={plan.title} onSibling={toSibling}>
        <Shelf
          word={
            <>
              <span className="max-xl:hidden">More from this print</span>
              <span className="xl:hidden">More</span>
            </>
          }
          label="More from this print"
          className="plain-button max-md:!px-2"
          places={further(print)}
          asked={asked}
          right
        />
        <button type="button" className="strong-button max-md:!px-2.5" onClick={onMake}>
          Make the file
        </button>
      </PrintTop>
      {worksheet ? (
        <BenchDesk
          step={step}
          print={print}
          plan={plan}
          reckoned={reckoned ?? plan}
          worksheet={worksheet}
          whenReckoned={whenReckoned}
          problem={problem}
          unit={account.unit}
          made={made}
          making={making}
          makingProblem={notMade?.message ?? ""}
          lines={lines}
          waits={waits}
          onLines={showLines}
          onStep={toStep}
          onMake={onMake}
        />
      ) : (
        <main className="p-6">{problem && <Problem message={problem.message} />}</main>
      )}
    </div>
  );
}

/** What starts from a print, each with the way back. */
const further = ({ id, job, picture }: PrintState): ShelfPlace[] => [
  { to: `/prints/${id}/look`, name: "Look at it", says: "At 100 %, the parts that matter, the size of the print", keyName: "L" },
  { to: `/prints/${id}/look?as=there`, name: "At viewing distance", says: "As an eye sees the print from its distance, beside another print" },
  { to: `/prints/${id}/colour`, name: "Colour on paper", says: "Soft proof: as it looks on its paper, what lies beyond it, another paper beside it", keyName: "C" },
  { to: `/prints/${id}/press`, name: "Before paper", says: "The recipe for the print dialog, and what the device makes of the print by what is set", keyName: "B" },
  { to: `/prints/${id}/proof`, name: "Proof", says: "A part of the file at its true size, all ways of enlarging side by side", keyName: "P" },
  { to: `/prints/${id}/canvas`, name: "The canvas it would have needed", says: "How many pixels to begin with, the next time" },
  { to: `/prints/${id}/rescue`, name: "Rescue", says: "A small bad file made fit for this print: cleaned, lettering as outlines, enlarged" },
  { to: `/prints/${id}/sizes`, name: "Compare sizes", says: "This picture against many sizes, and what each costs" },
  { to: `/layouts/new?job=${job}&print=${id}`, name: "New layout", says: "As tiles, panels, ID photos or in life size; hung on a wall, or with others on a roll" },
  { to: `/how-big?picture=${picture.id}`, name: "How big", says: "The largest print of this picture, for each grade" },
  { to: `/prints/${id}/versions`, name: "Versions", says: "What changed when, two side by side, and the way back to any" },
]; // oxfmt-ignore
