/** Providers and addresses. */
import { MantineProvider } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, useMemo } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { BenchPage } from '../bench/BenchPage';
import { CallPage } from '../bench/CallPage';
import { SessionOnPaper } from '../bench/paper/SessionOnPaper';
import { SessionPage } from '../bench/session/SessionPage';
import type { UnitSystem } from '../domain/units';
import { CupboardPage } from '../gear/CupboardPage';
import { SheetPage } from '../page/SheetPage';
import { BeginPage } from '../shelf/begin/BeginPage';
import { ShelfPage } from '../shelf/ShelfPage';
import { UnitsContext } from '../ui/units';
import { theme } from './theme';

const DrillsPage = lazy(() => import('../drills/DrillsPage'));
const GuidePage = lazy(() => import('../guide/GuidePage'));

const queries = new QueryClient({
  defaultOptions: { queries: { refetchOnWindowFocus: false, retry: 2 } },
});

export function App() {
  const [system, setSystem] = useLocalStorage<UnitSystem>({
    key: 'steeple.units',
    defaultValue: 'cm',
    getInitialValueInEffect: false,
  });
  const units = useMemo(
    () => ({ system, swap: () => setSystem((now) => (now === 'cm' ? 'in' : 'cm')) }),
    [system, setSystem],
  );
  return (
    <MantineProvider theme={theme} defaultColorScheme="auto">
      <QueryClientProvider client={queries}>
        <UnitsContext.Provider value={units}>
          <BrowserRouter>
            <Routes>
              <Route path="/" element={<ShelfPage />} />
              <Route path="/begin" element={<BeginPage />} />
              <Route path="/plan/:planId/:stepId" element={<SheetPage />} />
              <Route path="/plan/:planId" element={<Navigate to="work" replace />} />
              <Route path="/bench" element={<BenchPage />} />
              <Route path="/bench/:planId" element={<Navigate to="session" replace />} />
              <Route path="/bench/:planId/call" element={<CallPage />} />
              <Route path="/bench/:planId/session" element={<SessionPage />} />
              <Route path="/session/:sessionId" element={<SessionOnPaper />} />
              <Route
                path="/guide"
                element={
                  <Suspense fallback={null}>
                    <GuidePage />
                  </Suspense>
                }
              />
              <Route
                path="/drills"
                element={
                  <Suspense fallback={null}>
                    <DrillsPage />
                  </Suspense>
                }
              />
              <Route path="/cupboard" element={<CupboardPage />} />
              <Route path="*" element={<Navigate to="/" replace />} />
            </Routes>
          </BrowserRouter>
        </UnitsContext.Provider>
      </QueryClientProvider>
    </MantineProvider>
  );
}
