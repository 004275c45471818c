import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
  RouterProvider,
} from "@tanstack/react-router";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { away } from "./api/client";
import { competitionSearch } from "./screens/competition/search";
import { changesOf, type LabSearch } from "./screens/lab/ask";
import { logSearch } from "./screens/log/tabs";
import { peopleSearch } from "./screens/people/search";
import { NotFound, Shell } from "./screens/Shell";
import { SHELF_TABS, type ShelfTab } from "./screens/shelf/tabs";
import "./styles.css";

const yearSearch = (search: Record<string, unknown>): { year?: number } =>
  Number(search.year) ? { year: Number(search.year) } : {};

const root = createRootRoute({ component: Shell, notFoundComponent: NotFound });
const routes = root.addChildren([
  createRoute({
    getParentRoute: () => root,
    path: "/",
    validateSearch: (search: Record<string, unknown>): { start?: string } =>
      typeof search.start === "string" ? { start: search.start } : {},
    component: lazyRouteComponent(() => import("./screens/week/Week"), "Week"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/session/$id",
    validateSearch: (search: Record<string, unknown>): { class?: number; point?: string } => ({
      ...(Number(search.class) ? { class: Number(search.class) } : {}),
      ...(typeof search.point === "string" ? { point: search.point } : {}),
    }),
    component: lazyRouteComponent(() => import("./screens/bench/BenchScreen"), "BenchScreen"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/week/import",
    validateSearch: (search: Record<string, unknown>): { start?: string } =>
      typeof search.start === "string" ? { start: search.start } : {},
    component: lazyRouteComponent(() => import("./screens/week/ImportWeek"), "ImportWeek"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/lab",
    validateSearch: (search: Record<string, unknown>): LabSearch => ({
      ...(typeof search.position === "string" ? { position: search.position } : {}),
      ...(Number(search.person) ? { person: Number(search.person) } : {}),
      ...(Number(search.class) ? { class: Number(search.class) } : {}),
      ...(Number(search.from) ? { from: Number(search.from) } : {}),
      ...(typeof search.point === "string" ? { point: search.point } : {}),
      ...(changesOf(search.with) ? { with: changesOf(search.with) } : {}),
    }),
    component: lazyRouteComponent(() => import("./screens/lab/Lab"), "Lab"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/shelf",
    validateSearch: (search: Record<string, unknown>): { tab?: ShelfTab; show?: string } => ({
      ...(SHELF_TABS.includes(search.tab as ShelfTab) ? { tab: search.tab as ShelfTab } : {}),
      ...(typeof search.show === "string" ? { show: search.show } : {}),
    }),
    component: lazyRouteComponent(() => import("./screens/shelf/Shelf"), "Shelf"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/roster/$id",
    component: lazyRouteComponent(() => import("./screens/roster/Roster"), "Roster"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/publish/$id",
    component: lazyRouteComponent(() => import("./screens/publish/Publish"), "Publish"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/people",
    validateSearch: peopleSearch,
    component: lazyRouteComponent(() => import("./screens/people/People"), "People"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/people/import",
    component: lazyRouteComponent(() => import("./screens/people/ImportPeople"), "ImportPeople"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/people/$id",
    component: lazyRouteComponent(() => import("./screens/people/PersonScreen"), "PersonScreen"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/people/$id/log",
    validateSearch: logSearch,
    component: lazyRouteComponent(() => import("./screens/log/PersonLog"), "PersonLogScreen"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/people/$id/year",
    validateSearch: yearSearch,
    component: lazyRouteComponent(() => import("./screens/year/Year"), "PersonYear"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/year",
    validateSearch: yearSearch,
    component: lazyRouteComponent(() => import("./screens/year/Year"), "GymYear"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/log",
    validateSearch: logSearch,
    component: lazyRouteComponent(() => import("./screens/log/Log"), "Log"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/log/$id",
    component: lazyRouteComponent(() => import("./screens/log/ClassLog"), "ClassLogScreen"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/blocks",
    validateSearch: (search: Record<string, unknown>): { over?: boolean } =>
      search.over === true || search.over === "true" ? { over: true } : {},
    component: lazyRouteComponent(() => import("./screens/blocks/Blocks"), "Blocks"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/blocks/$id",
    component: lazyRouteComponent(() => import("./screens/blocks/BlockScreen"), "BlockScreen"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/trials",
    validateSearch: (search: Record<string, unknown>): { class?: number } =>
      Number(search.class) ? { class: Number(search.class) } : {},
    component: lazyRouteComponent(() => import("./screens/measure/Trials"), "TrialsScreen"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/measure",
    validateSearch: (search: Record<string, unknown>): { class?: number; tests?: string } => ({
      ...(Number(search.class) ? { class: Number(search.class) } : {}),
      ...(typeof search.tests === "string" ? { tests: search.tests } : {}),
    }),
    component: lazyRouteComponent(() => import("./screens/measure/Measure"), "Measure"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/competition",
    component: lazyRouteComponent(() => import("./screens/competition/Competitions"), "Competitions"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/competition/$id",
    validateSearch: competitionSearch,
    component: lazyRouteComponent(
      () => import("./screens/competition/CompetitionScreen"),
      "CompetitionScreen",
    ),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/floor",
    component: lazyRouteComponent(() => import("./screens/floor/FloorList"), "FloorList"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/floor/plan",
    component: lazyRouteComponent(() => import("./screens/floor/PlanEditor"), "PlanEditor"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/floor/$id/set-out",
    component: lazyRouteComponent(() => import("./screens/floor/SetOut"), "SetOut"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/floor/$id",
    component: lazyRouteComponent(() => import("./screens/floor/Remote"), "Remote"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/gym",
    component: lazyRouteComponent(() => import("./screens/gym/Gym"), "Gym"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/account",
    component: lazyRouteComponent(() => import("./screens/account/Account"), "Account"),
  }),
  // what opens before anybody is asked who they are; the shell shows it
  ...["/first-run", "/enter", "/new-password", "/join"].map((path) =>
    createRoute({ getParentRoute: () => root, path }),
  ),
  createRoute({
    getParentRoute: () => root,
    path: "/sending",
    component: lazyRouteComponent(() => import("./screens/sending/Sending"), "Sending"),
  }),
  createRoute({
    getParentRoute: () => root,
    path: "/outbox",
    component: lazyRouteComponent(() => import("./screens/publish/Outbox"), "Outbox"),
  }),
]);
const router = createRouter({ routeTree: routes, defaultPreload: "intent" });
declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}

// what the page adds of styles (a dialog stops the page behind it from scrolling) carries the answer's own word
setNonce(document.querySelector<HTMLMetaElement>("meta[name='style-nonce']")?.content ?? "");

const AGAIN_MS = 3_000; // a screen that got no answer asks again by itself
const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      networkMode: "always", // whether the server answers is asked of the server
      retry: (count, error) => away(error) && count < 2,
      refetchInterval: (query) => (away(query.state.error) ? AGAIN_MS : false),
    },
    mutations: { networkMode: "always" },
  },
});

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
