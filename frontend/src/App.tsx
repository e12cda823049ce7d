import { isValidElement, useEffect, type ReactNode } from "react";
import { ErrorBoundary } from "react-error-boundary";
import { createRoutesFromElements, Link, matchRoutes, Route, Routes, useLocation } from "react-router";
import { fetched, type FetchedPart } from "./api/fetched";
import { reportFault } from "./api/reportFault";
import { usePlanStore } from "./bench/planStore";
import { UnsavedLine } from "./designs/UnsavedLine";
import { Help } from "./help/Help";
import { DropTarget } from "./jobs/DropTarget";
import { useLayoutStore } from "./layouts/layoutStore";
import { arrivals } from "./jobs/arrivalStore";
import { JobsPage } from "./jobs/JobsPage";
import { SignIn } from "./session/SignIn";
import { SignInAgain } from "./session/SignInAgain";
import { usePreferences, useSession } from "./session/useSession";
import { Problem } from "./shell/Problem";
import { Finder } from "./frame/Finder";
import { ToTheEnd } from "./frame/ToTheEnd";
import { Fault } from "./frame/Fault";
import { TopBar } from "./frame/TopBar";

// Each place is fetched when somebody goes there; the list of jobs, where people begin, is there at once.
const BatchPage = fetched(async () => (await import("./batches/BatchPage")).BatchPage);
const NewBatchPage = fetched(async () => (await import("./batches/NewBatchPage")).NewBatchPage);
const BenchPage = fetched(async () => (await import("./bench/BenchPage")).BenchPage);
const HowBigPage = fetched(async () => (await import("./howbig/HowBigPage")).HowBigPage);
const SensorsPage = fetched(async () => (await import("./howbig/SensorsPage")).SensorsPage);
const LayoutPage = fetched(async () => (await import("./layouts/LayoutPage")).LayoutPage);
const NewLayoutPage = fetched(async () => (await import("./layouts/NewLayoutPage")).NewLayoutPage);
const RulesPage = fetched(async () => (await import("./layouts/RulesPage")).RulesPage);
const JobPage = fetched(async () => (await import("./counter/JobPage")).JobPage);
const PicturePage = fetched(async () => (await import("./pictures/PicturePage")).PicturePage);
const LookPage = fetched(async () => (await import("./look/LookPage")).LookPage);
const RescuePage = fetched(async () => (await import("./rescue/RescuePage")).RescuePage);
const ProofPage = fetched(async () => (await import("./proof/ProofPage")).ProofPage);
const NewCanvasPage = fetched(async () => (await import("./sizes/NewCanvasPage")).NewCanvasPage);
const CanvasOfPrint = fetched(async () => (await import("./sizes/NewCanvasPage")).CanvasOfPrint);
const LeaveRoomPage = fetched(async () => (await import("./sizes/LeaveRoomPage")).LeaveRoomPage);
const LibraryPage = fetched(async () => (await import("./sizes/LibraryPage")).LibraryPage);
const ExposureStrip = fetched(async () => (await import("./layouts/ExposureStrip")).ExposureStrip);
const VersionsPage = fetched(async () => (await import("./counter/VersionsPage")).VersionsPage);
const ShownPage = fetched(async () => (await import("./counter/ShownPage")).ShownPage);
const PressPage = fetched(async () => (await import("./press/PressPage")).PressPage);
const SoftProofPage = fetched(async () => (await import("./colour/SoftProofPage")).SoftProofPage);
const ProfilesPage = fetched(async () => (await import("./colour/ProfilesPage")).ProfilesPage);
const MeasurePage = fetched(async () => (await import("./press/MeasurePage")).MeasurePage);
const LabOrdersPage = fetched(async () => (await import("./labs/LabOrdersPage")).LabOrdersPage);
const TimesPage = fetched(async () => (await import("./times/TimesPage")).TimesPage);
const RoomPage = fetched(async () => (await import("./room/RoomPage")).RoomPage);
const DuePage = fetched(async () => (await import("./due/DuePage")).DuePage);
const PricesPage = fetched(async () => (await import("./prices/PricesPage")).PricesPage);
const LabsPage = fetched(async () => (await import("./labs/LabsPage")).LabsPage);
const DevicesPage = fetched(async () => (await import("./devices/DevicesPage")).DevicesPage);
const StockPage = fetched(async () => (await import("./stock/StockPage")).StockPage);
const TrialsPage = fetched(async () => (await import("./trials/TrialsPage")).TrialsPage);
const TrialPage = fetched(async () => (await import("./trials/TrialPage")).TrialPage);
const ProofTrialPage = fetched(async () => (await import("./trials/ProofTrialPage")).ProofTrialPage);
const LogPage = fetched(async () => (await import("./trials/LogPage")).LogPage);
const JudgePage = fetched(async () => (await import("./trials/JudgePage")).JudgePage);
const SizesPage = fetched(async () => (await import("./sizes/SizesPage")).SizesPage);
const LegendLayer = fetched(async () => (await import("./legend/LegendLayer")).LegendLayer);
const HowItWorksPage = fetched(async () => (await import("./help/HowItWorksPage")).HowItWorksPage);
const HandbookPage = fetched(async () => (await import("./help/HandbookPage")).HandbookPage);

export function App() {
  const session = useSession();
  const { account } = usePreferences();
  useEffect(() => {
    document.documentElement.dataset["theme"] = account.light;
  }, [account.light]);

  if (session.isPending) return null;
  if (session.error)
    return (
      <main className="mx-auto max-w-lg p-10">
        <Problem message={session.error.message}>
          <button type="button" className="underline" onClick={() => void session.refetch()}>
            Try again
          </button>
        </Problem>
      </main>
    );
  if (!session.data) return <Door />;
  return (
    <>
      <Places />
      <Help />
      <Finder />
      <ToTheEnd />
      <LegendLayer />
      <Unsaved />
      <DropTarget />
      <SignInAgain onBack={() => inHand().forEach((store) => store.again())} />
    </>
  );
}

/** Before the door: what can be read without an account, and the door itself. */
function Door() {
  const { pathname } = useLocation();
  if (!/^\/(how-it-works|handbook|judge|shown)/.test(pathname)) return <SignIn />;
  return (
    <Place>
      <Routes>{READING}</Routes>
    </Place>
  );
}

/** What needs no account: to read how it works, and to judge under a code. */
const READING = (
  <>
    <Route path="/how-it-works" element={<HowItWorksPage />} />
    <Route path="/handbook/:page?" element={<HandbookPage />} />
    <Route path="/judge/:code" element={<JudgePage />} />
    <Route path="/shown/:code" element={<ShownPage />} />
  </>
);

/** All places; what needs no account is among them. */
const PLACES = (
  <>
    <Route path="/" element={<JobsPage />} />
    <Route path="/jobs/:job" element={<JobPage />} />
    <Route path="/pictures/:picture" element={<PicturePage />} />
    <Route path="/sizes" element={<LibraryPage />} />
    <Route path="/how-big" element={<HowBigPage />} />
    <Route path="/sensors" element={<SensorsPage />} />
    <Route path="/leave-room" element={<LeaveRoomPage />} />
    <Route path="/canvas" element={<NewCanvasPage />} />
    <Route path="/prints/:id/canvas" element={<CanvasOfPrint />} />
    <Route path="/stock" element={<StockPage />} />
    <Route path="/devices" element={<DevicesPage />} />
    <Route path="/devices/:device/:feed/measure" element={<MeasurePage />} />
    <Route path="/labs" element={<LabsPage />} />
    <Route path="/times" element={<TimesPage />} />
    <Route path="/due" element={<DuePage />} />
    <Route path="/room" element={<RoomPage />} />
    <Route path="/prices" element={<PricesPage />} />
    <Route path="/lab-orders" element={<LabOrdersPage />} />
    <Route path="/profiles" element={<ProfilesPage />} />
    <Route path="/photo-rules" element={<RulesPage />} />
    <Route path="/log" element={<LogPage />} />
    <Route path="/trials" element={<TrialsPage />} />
    <Route path="/trials/:trial" element={<TrialPage />} />
    <Route path="/trials/:trial/:step" element={<TrialPage />} />
    <Route path="/layouts/new" element={<NewLayoutPage />} />
    <Route path="/layouts/:layout" element={<LayoutPage />} />
    <Route path="/layouts/:layout/:step" element={<LayoutPage />} />
    <Route path="/batches/new" element={<NewBatchPage />} />
    <Route path="/batches/:batch" element={<BatchPage />} />
    <Route path="/prints/:print/sizes" element={<SizesPage />} />
    <Route path="/prints/:print/look" element={<LookPage />} />
    <Route path="/prints/:print/proof" element={<ProofPage />} />
    <Route path="/prints/:print/exposure" element={<ExposureStrip />} />
    <Route path="/prints/:print/colour" element={<SoftProofPage />} />
    <Route path="/prints/:print/versions" element={<VersionsPage />} />
    <Route path="/prints/:print/press" element={<PressPage />} />
    <Route path="/prints/:print/proof/trial" element={<ProofTrialPage />} />
    <Route path="/prints/:print/rescue" element={<RescuePage />} />
    <Route path="/pictures/:picture/rescue" element={<RescuePage />} />
    <Route path="/prints/:print" element={<BenchPage />} />
    <Route path="/prints/:print/:step" element={<BenchPage />} />
    {READING}
    <Route path="*" element={<Nothing />} />
  </>
);

// While it is asked who is there, the place is fetched already that the address leads to.
beginAt(window.location.pathname);

function beginAt(pathname: string) {
  const [found] = matchRoutes(createRoutesFromElements(PLACES), pathname) ?? [];
  const element = found?.route.element;
  // What fails is asked for again when it is shown, and is told there.
  if (isValidElement(element))
    void (element.type as Partial<FetchedPart<object>>).begin?.().catch(() => undefined);
}

function Places() {
  return (
    <Place>
      <Routes>{PLACES}</Routes>
    </Place>
  );
}

const inHand = () => [usePlanStore.getState(), useLayoutStore.getState()];
const leaving = () => [...inHand(), arrivals];

/** What is not saved yet, of prints and layouts. */
function Unsaved() {
  const prints = usePlanStore((store) => store.waiting);
  const layouts = useLayoutStore((store) => store.waiting);
  return <UnsavedLine waiting={[...prints, ...layouts]} stores={leaving} />;
}

/** Where a page stands: while it is fetched nothing, and where it fails, what is safe and the ways on. */
function Place({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Fault} resetKeys={[pathname]} onError={reportFault}>
      {children}
    </ErrorBoundary>
  );
}

function Nothing() {
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-lg space-y-3 p-10">
        <h1 className="text-xl font-semibold">There is nothing at this address</h1>
        <Link to="/" className="underline">
          To the jobs
        </Link>
      </main>
    </>
  );
}
