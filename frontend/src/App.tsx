import { lazy, Suspense, useEffect } from "react";
import { Link, Route, Routes, useLocation } from "react-router";
import { BatchPage } from "./batches/BatchPage";
import { NewBatchPage } from "./batches/NewBatchPage";
import { BenchPage } from "./bench/BenchPage";
import { usePlanStore } from "./bench/planStore";
import { UnsavedLine } from "./designs/UnsavedLine";
import { Help } from "./help/Help";
import { HowBigPage } from "./howbig/HowBigPage";
import { SensorsPage } from "./howbig/SensorsPage";
import { FilesAtTheDoor } from "./jobs/FilesAtTheDoor";
import { LayoutPage } from "./layouts/LayoutPage";
import { NewLayoutPage } from "./layouts/NewLayoutPage";
import { RulesPage } from "./layouts/RulesPage";
import { useLayoutStore } from "./layouts/layoutStore";
import { LegendLayer } from "./legend/LegendLayer";
import { arrivals } from "./jobs/arrivalStore";
import { JobPage } from "./jobs/JobPage";
import { JobsPage } from "./jobs/JobsPage";
import { PicturePage } from "./pictures/PicturePage";
import { LookPage } from "./look/LookPage";
import { ProofPage } from "./proof/ProofPage";
import { SignIn } from "./session/SignIn";
import { SignInAgain } from "./session/SignInAgain";
import { usePreferences, useSession } from "./session/useSession";
import { Problem } from "./shell/Problem";
import { LeaveRoomPage } from "./sizes/LeaveRoomPage";
import { LibraryPage } from "./sizes/LibraryPage";
import { ToTheEnd } from "./frame/ToTheEnd";
import { TopBar } from "./frame/TopBar";
import { StockPage } from "./stock/StockPage";
import { SizesPage } from "./sizes/SizesPage";

// Read seldom, and long: fetched when somebody asks for them.
const HowItWorksPage = lazy(async () => ({
  default: (await import("./help/HowItWorksPage")).HowItWorksPage,
}));
const HandbookPage = lazy(async () => ({ default: (await import("./help/HandbookPage")).HandbookPage }));

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
      <ToTheEnd />
      <LegendLayer />
      <Unsaved />
      <FilesAtTheDoor />
      <SignInAgain onBack={() => inHand().forEach((store) => store.again())} />
    </>
  );
}

/** Before the door: what can be read without an account, and the door itself. */
function Door() {
  const { pathname } = useLocation();
  return /^\/(how-it-works|handbook)/.test(pathname) ? <Routes>{READING}</Routes> : <SignIn />;
}

const READING = (
  <>
    <Route
      path="/how-it-works"
      element={
        <Suspense fallback={null}>
          <HowItWorksPage />
        </Suspense>
      }
    />
    <Route
      path="/handbook/:page?"
      element={
        <Suspense fallback={null}>
          <HandbookPage />
        </Suspense>
      }
    />
  </>
);

const inHand = () => [usePlanStore.getState(), useLayoutStore.getState()];
const leaving = () => [...inHand(), arrivals];

/** What is not saved yet, of prints and layouts. */
function Unsaved() {
  const prints = usePlanStore((store) => store.waiting);
  const layouts = useLayoutStore((store) => store.waiting);
  return <UnsavedLine waiting={[...prints, ...layouts]} stores={leaving} />;
}

function Places() {
  return (
    <Routes>
      <Route path="/" element={<JobsPage />} />
      <Route path="/jobs/:job" element={<JobPage />} />
      <Route path="/pictures/:picture" element={<PicturePage />} />
      <Route path="/sizes" element={<LibraryPage />} />
      <Route path="/how-big" element={<HowBigPage />} />
      <Route path="/sensors" element={<SensorsPage />} />
      <Route path="/leave-room" element={<LeaveRoomPage />} />
      <Route path="/stock" element={<StockPage />} />
      <Route path="/photo-rules" element={<RulesPage />} />
      <Route path="/layouts/new" element={<NewLayoutPage />} />
      <Route path="/layouts/:layout" element={<LayoutPage />} />
      <Route path="/layouts/:layout/:step" element={<LayoutPage />} />
      <Route path="/batches/new" element={<NewBatchPage />} />
      <Route path="/batches/:batch" element={<BatchPage />} />
      <Route path="/prints/:print/sizes" element={<SizesPage />} />
      <Route path="/prints/:print/look" element={<LookPage />} />
      <Route path="/prints/:print/proof" element={<ProofPage />} />
      <Route path="/prints/:print" element={<BenchPage />} />
      <Route path="/prints/:print/:step" element={<BenchPage />} />
      {READING}
      <Route path="*" element={<Nothing />} />
    </Routes>
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
