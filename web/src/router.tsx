import type { QueryClient } from "@tanstack/react-query";
import {
  createRootRouteWithContext,
  createRoute,
  createRouter,
  type ErrorComponentProps,
  Link,
  Outlet,
  redirect,
} from "@tanstack/react-router";
import type { Station } from "./api/client";
import { agendaQuery, jobQuery, jobsQuery, rulesQuery, shopQuery } from "./api/queries";
import { FloorPage } from "./stations/floor/FloorPage";
import { JobPage } from "./stations/job/JobPage";
import { RulesPage } from "./stations/rules/RulesPage";

const STATIONS: readonly Station[] = ["measure", "form", "steel", "mix", "cure", "move"];

const root = createRootRouteWithContext<{ queries: QueryClient }>()({
  component: Outlet,
  errorComponent: Broken,
  notFoundComponent: () => <Message title="There is nothing here" text="The address may be old." />,
});

const floor = createRoute({
  getParentRoute: () => root,
  path: "/",
  loader: ({ context }) =>
    Promise.all([
      context.queries.ensureQueryData({ ...jobsQuery, revalidateIfStale: true }),
      context.queries.ensureQueryData(shopQuery),
      context.queries.ensureQueryData({ ...agendaQuery, revalidateIfStale: true }),
    ]),
  component: FloorPage,
});

const job = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/$station",
  beforeLoad: ({ params }) => {
    if (!STATIONS.includes(params.station as Station))
      throw redirect({ to: "/jobs/$jobId/$station", params: { jobId: params.jobId, station: "measure" } });
  },
  loader: ({ context, params }) => {
    void context.queries.prefetchQuery(rulesQuery);
    return Promise.all([
      context.queries.ensureQueryData(jobQuery(params.jobId)),
      context.queries.ensureQueryData(shopQuery),
    ]);
  },
  component: function Job() {
    const { jobId, station } = job.useParams();
    return <JobPage key={jobId} jobId={jobId} station={station as Station} />;
  },
});

const rules = createRoute({
  getParentRoute: () => root,
  path: "/rules",
  loader: ({ context }) => context.queries.ensureQueryData(rulesQuery),
  component: RulesPage,
});

export const makeRouter = (queries: QueryClient) =>
  createRouter({
    routeTree: root.addChildren([floor, job, rules]),
    context: { queries },
    defaultPendingMs: 300,
    defaultPendingComponent: () => <Message title="One moment" text="Fetching it." />,
  });

declare module "@tanstack/react-router" {
  interface Register {
    router: ReturnType<typeof makeRouter>;
  }
}

function Broken({ error, reset }: ErrorComponentProps) {
  return (
    <Message title="That did not work" text={error instanceof Error ? error.message : String(error)}>
      <button
        type="button"
        className="button button-now"
        onClick={() => {
          reset();
          location.reload();
        }}
      >
        Try again
      </button>
    </Message>
  );
}

function Message({ title, text, children }: { title: string; text: string; children?: React.ReactNode }) {
  return (
    <main className="mx-auto max-w-xl space-y-4 px-6 py-20">
      <h1 className="text-2xl font-bold">{title}</h1>
      <p>{text}</p>
      <div className="flex gap-3">
        {children}
        <Link to="/" className="button">
          To the shop floor
        </Link>
      </div>
    </main>
  );
}
