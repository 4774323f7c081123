import { ThemeProvider } from "@mui/material/styles";
import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useState } from "react";
import { BrowserRouter, Navigate, Route, Routes, useLocation } from "react-router";
import { Shell } from "./features/shell/Shell";
import { ToPlan } from "./features/shell/ToPlan";
import { usePageTitle } from "./features/shell/usePageTitle";
import { ApiError } from "./shared/api/client";
import { meQuery } from "./shared/api/queries";
import { createQueryClient } from "./shared/api/queryClient";
import type { Me } from "./shared/api/types";
import { forgetAnswers } from "./shared/outbox/database";
import { OutboxProvider } from "./shared/outbox/OutboxProvider";
import { text } from "./shared/text/en";
import { setReader } from "./shared/text/reader";
import { theme } from "./shared/theme/theme";
import { Bounded } from "./shared/ui/Bounded";
import { Empty, ErrorView, Loading } from "./shared/ui/StateView";

const JoinPage = lazy(() => import("./features/signin/JoinPage"));
const AccountPage = lazy(() => import("./features/account/AccountPage"));
const SignInPage = lazy(() => import("./features/signin/SignInPage"));
const TodayPage = lazy(() => import("./features/today/TodayPage"));
const PlanPage = lazy(() => import("./features/plan/PlanPage"));
const RingPage = lazy(() => import("./features/ring/RingPage"));
const CorrectPage = lazy(() => import("./features/entry/CorrectPage"));
const EntryPage = lazy(() => import("./features/entry/EntryPage"));
const DebriefPage = lazy(() => import("./features/debrief/DebriefPage"));
const StepPage = lazy(() => import("./features/step/StepPage"));
const LadderPage = lazy(() => import("./features/ladder/LadderPage"));
const GuidePage = lazy(() => import("./features/ladder/GuidePage"));
const ArrivalPage = lazy(() => import("./features/arrival/ArrivalPage"));
const HorseFormPage = lazy(() => import("./features/horse/HorseFormPage"));
const YardPage = lazy(() => import("./features/yard/YardPage"));
const ExercisePage = lazy(() => import("./features/yard/ExercisePage"));
const GroundPage = lazy(() => import("./features/ground/GroundPage"));
const PlacePage = lazy(() => import("./features/ground/PlacePage"));
const FlagsPage = lazy(() => import("./features/flags/FlagsPage"));
const LookPage = lazy(() => import("./features/look/LookPage"));
const ComparePage = lazy(() => import("./features/compare/ComparePage"));
const HistoryPage = lazy(() => import("./features/history/HistoryPage"));
const PicturesPage = lazy(() => import("./features/pictures/PicturesPage"));
const ReportPage = lazy(() => import("./features/report/ReportPage"));
const SheetPage = lazy(() => import("./features/sheet/SheetPage"));

export function App() {
  const [queries] = useState(createQueryClient);
  return (
    <ThemeProvider theme={theme} defaultMode="system">
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <Gate />
        </BrowserRouter>
      </QueryClientProvider>
    </ThemeProvider>
  );
}

function PageTitle() {
  usePageTitle();
  return null;
}

/** Whoever has a link comes in by it, whoever is signed in here. */
const JOIN = "/join";

/** Lets in whoever is signed in; with no signal, whoever was signed in last on this device. */
function Gate() {
  const me = useQuery(meQuery);
  const signedOut = me.error instanceof ApiError && me.error.status === 401;
  // Ended from elsewhere, too: what this person saw is not left lying here. What was logged stays, and is sent.
  useEffect(() => {
    if (signedOut) void forgetAnswers();
  }, [signedOut]);
  // Before anything below is drawn: it is said as this person reads it.
  setReader(me.data);
  if (useLocation().pathname === JOIN)
    return (
      <Suspense fallback={<Loading />}>
        <JoinPage />
      </Suspense>
    );
  if (signedOut)
    return (
      <Suspense fallback={<Loading />}>
        <SignInPage />
      </Suspense>
    );
  if (me.isPending) return <Loading />;
  if (!me.data) return <ErrorView error={me.error} onRetry={() => void me.refetch()} />;
  return (
    <OutboxProvider me={me.data}>
      <PageTitle />
      <Suspense fallback={<Loading />}>
        <Places me={me.data} />
      </Suspense>
    </OutboxProvider>
  );
}

function Places({ me }: { me: Me }) {
  return (
    <Routes>
      <Route
        path="/horses/:horse/ring"
        element={
          <Bounded>
            <RingPage />
          </Bounded>
        }
      />
      <Route element={<Shell me={me} />}>
        <Route index element={<TodayPage />} />
        <Route path="/horses/:horse" element={<ToPlan />} />
        <Route path="/horses/:horse/plan" element={<PlanPage />} />
        <Route path="/horses/:horse/debrief" element={<DebriefPage />} />
        <Route path="/horses/:horse/debrief/write" element={<EntryPage />} />
        <Route path="/horses/:horse/debrief/:session" element={<DebriefPage />} />
        <Route path="/horses/:horse/debrief/:session/correct" element={<CorrectPage />} />
        <Route path="/horses/:horse/sheet" element={<SheetPage />} />
        <Route path="/horses/:horse/sheet/:step" element={<StepPage />} />
        <Route path="/horses/:horse/history" element={<HistoryPage />} />
        <Route path="/horses/:horse/compare" element={<ComparePage />} />
        <Route path="/horses/:horse/pictures" element={<PicturesPage />} />
        <Route path="/horses/:horse/report" element={<ReportPage />} />
        <Route path="/horses/:horse/ladder" element={<LadderPage />} />
        <Route path="/horses/:horse/ladder/:step" element={<GuidePage />} />
        <Route path="/horses/:horse/arrival" element={<ArrivalPage />} />
        <Route path="/horses/:horse/look" element={<LookPage />} />
        <Route path="/horses/:horse/flags" element={<FlagsPage />} />
        <Route path="/horses/:horse/edit" element={<HorseFormPage />} />
        <Route path="/new-horse" element={<HorseFormPage />} />
        <Route path="/ground" element={<GroundPage />} />
        <Route path="/ground/places/:place" element={<PlacePage />} />
        <Route path="/account" element={<AccountPage />} />
        <Route path="/yard" element={<Navigate to="schools" replace />} />
        <Route path="/yard/:tab" element={<YardPage />} />
        <Route path="/yard/exercises/:exercise" element={<ExercisePage />} />
        <Route path="*" element={<Empty>{text.state.noPage}</Empty>} />
      </Route>
    </Routes>
  );
}
