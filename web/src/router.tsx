import type { QueryClient } from "@tanstack/react-query";
import {
  createRootRouteWithContext,
  createRoute,
  createRouter,
  type ErrorComponentProps,
  Link,
  Outlet,
  redirect,
  useLocation,
} from "@tanstack/react-router";
import { Refused } from "./api/client";
import { useLiveChanges } from "./api/live";
import { meQuery } from "./api/me";
import {
  agendaQuery,
  comparedQuery,
  jobNamesQuery,
  jobQuery,
  jobsQuery,
  rulesQuery,
  shopQuery,
  startsQuery,
} from "./api/queries";
import { castingQuery, defectQuery, formsQuery, membersQuery, pourQuery, poursQuery, stockQuery } from "./api/records";
import { CalendarPage, type Span } from "./stations/calendar/CalendarPage";
import { CastingPage } from "./stations/castings/CastingPage";
import { CastingsPage } from "./stations/castings/CastingsPage";
import { ComparePage } from "./stations/compare/ComparePage";
import { DefectPage } from "./stations/defects/DefectPage";
import { JoinPage } from "./stations/doors/JoinPage";
import { SeePage } from "./stations/doors/SeePage";
import { SignInPage } from "./stations/doors/SignInPage";
import { YouPage } from "./stations/doors/YouPage";
import { FloorPage } from "./stations/floor/FloorPage";
import { JobPage } from "./stations/job/JobPage";
import { isEntry } from "./stations/job/Rail";
import { Unplanned } from "./stations/job/Unplanned";
import { askedOf, type KnownAsked, KnownPage } from "./stations/known/KnownPage";
import { MachinePage } from "./stations/machine/MachinePage";
import { MouldsPage } from "./stations/moulds/MouldsPage";
import { PourPage } from "./stations/pours/PourPage";
import { PoursPage } from "./stations/pours/PoursPage";
import { RulesPage } from "./stations/rules/RulesPage";
import { PracticePage } from "./stations/run/PracticePage";
import { RunPage } from "./stations/run/RunPage";
import { ShopRoute } from "./stations/shop/ShopRoute";
import { ShoppingPage } from "./stations/shopping/ShoppingPage";
import { StockPage } from "./stations/stock/StockPage";

const fresh = <T,>(query: T) => ({ ...query, revalidateIfStale: true });

/** Pages that whoever is not signed in may open. */
const OPEN = ["/sign-in", "/join", "/see"];

/** Whether it is the page of a pour that is being run, or of its castings at the machine: they go on whatever happens. */
export const isRun = (path: string): boolean => /^\/pours\/[^/]+\/(run|finish)$/.test(path);

const root = createRootRouteWithContext<{ queries: QueryClient }>()({
  beforeLoad: async ({ context, location }) => {
    const me = await context.queries.ensureQueryData(meQuery).catch((error: unknown) => {
      if (isRun(location.pathname)) return null; // the sheet goes on from the phone
      throw error;
    });
    if (me?.sign_in && !me.role && !OPEN.includes(location.pathname))
      throw redirect({ to: "/sign-in", search: { to: location.href }, replace: true });
  },
  component: Root,
  errorComponent: Broken,
  notFoundComponent: () => <Message title="Page not found" text="The link may be out of date." />,
});

function Root() {
  useLiveChanges();
  return <Outlet />;
}

const floor = createRoute({
  getParentRoute: () => root,
  path: "/",
  loader: ({ context }) =>
    Promise.all([
      context.queries.ensureInfiniteQueryData(fresh(jobsQuery)),
      context.queries.ensureQueryData(shopQuery),
      context.queries.ensureQueryData(fresh(agendaQuery)),
      context.queries.ensureQueryData(startsQuery),
    ]),
  component: FloorPage,
});

const job = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/$station",
  beforeLoad: ({ params }) => {
    if (!isEntry(params.station))
      throw redirect({ to: "/jobs/$jobId/$station", params: { jobId: params.jobId, station: "measure" } });
  },
  loader: ({ context, params }) => {
    void context.queries.prefetchQuery(rulesQuery);
    void context.queries.prefetchQuery(startsQuery);
    return Promise.all([
      context.queries.ensureQueryData(jobQuery(params.jobId)),
      context.queries.ensureQueryData(shopQuery),
    ]);
  },
  errorComponent: (caught) =>
    caught.error instanceof Refused && caught.error.unplanned ? (
      <Unplanned refused={caught.error} kept={caught.error.unplanned} />
    ) : (
      <Broken {...caught} />
    ),
  component: function Job() {
    const { jobId, station } = job.useParams();
    return <JobPage key={jobId} jobId={jobId} station={isEntry(station) ? station : "measure"} />;
  },
});

const compare = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/compare",
  loader: ({ context, params }) =>
    Promise.all([
      context.queries.ensureQueryData(shopQuery),
      context.queries.ensureQueryData(fresh(comparedQuery(params.jobId))),
    ]),
  component: function Compare() {
    const { jobId } = compare.useParams();
    return <ComparePage key={jobId} jobId={jobId} />;
  },
});

const rules = createRoute({
  getParentRoute: () => root,
  path: "/rules",
  loader: ({ context }) => context.queries.ensureQueryData(rulesQuery),
  component: RulesPage,
});

const calendar = createRoute({
  getParentRoute: () => root,
  path: "/calendar",
  validateSearch: (search: Record<string, unknown>): { from?: string; span: Span } => ({
    span: search.span === "month" ? "month" : "week",
    ...(typeof search.from === "string" && !Number.isNaN(Date.parse(search.from)) ? { from: search.from } : {}),
  }),
  loader: ({ context }) => context.queries.ensureQueryData(shopQuery),
  component: function OfDays() {
    const { from = null, span } = calendar.useSearch();
    const navigate = calendar.useNavigate();
    return (
      <CalendarPage
        from={from}
        span={span}
        onGo={(to, toSpan) => void navigate({ search: { span: toSpan, ...(to ? { from: to } : {}) }, replace: true })}
      />
    );
  },
});

const pours = createRoute({
  getParentRoute: () => root,
  path: "/pours",
  loader: ({ context }) =>
    Promise.all([context.queries.ensureQueryData(shopQuery), context.queries.ensureQueryData(fresh(poursQuery()))]),
  component: PoursPage,
});

const pour = createRoute({
  getParentRoute: () => root,
  path: "/pours/$pourId",
  loader: ({ context, params }) => context.queries.ensureQueryData(fresh(pourQuery(params.pourId))),
  component: function Pour() {
    const { pourId } = pour.useParams();
    return <PourPage key={pourId} pourId={pourId} />;
  },
});

const run = createRoute({
  getParentRoute: () => root,
  path: "/pours/$pourId/run",
  component: function RunOfPour() {
    const { pourId } = run.useParams();
    return <RunPage key={pourId} pourId={pourId} />;
  },
});

const machine = createRoute({
  getParentRoute: () => root,
  path: "/pours/$pourId/finish",
  component: function MachineOfPour() {
    const { pourId } = machine.useParams();
    return <MachinePage key={pourId} pourId={pourId} />;
  },
});

const practice = createRoute({
  getParentRoute: () => root,
  path: "/pours/$pourId/practice",
  component: function PracticeOfPour() {
    const { pourId } = practice.useParams();
    return <PracticePage key={pourId} pourId={pourId} />;
  },
});

const castings = createRoute({
  getParentRoute: () => root,
  path: "/castings",
  loader: ({ context }) => context.queries.ensureQueryData(shopQuery),
  component: CastingsPage,
});

const casting = createRoute({
  getParentRoute: () => root,
  path: "/castings/$castingId",
  loader: ({ context, params }) => {
    void context.queries.prefetchQuery(membersQuery);
    return Promise.all([
      context.queries.ensureQueryData(shopQuery),
      context.queries.ensureQueryData(fresh(castingQuery(params.castingId))),
    ]);
  },
  component: function Casting() {
    const { castingId } = casting.useParams();
    return <CastingPage key={castingId} castingId={castingId} />;
  },
});

const defect = createRoute({
  getParentRoute: () => root,
  path: "/defects/$entryId",
  loader: ({ context, params }) =>
    Promise.all([
      context.queries.ensureQueryData(shopQuery),
      context.queries.ensureQueryData(fresh(defectQuery(params.entryId))),
    ]),
  component: function Defect() {
    const { entryId } = defect.useParams();
    return <DefectPage key={entryId} entryId={entryId} />;
  },
});

const known = createRoute({
  getParentRoute: () => root,
  path: "/known",
  validateSearch: (search: Record<string, unknown>): KnownAsked => askedOf(search),
  loader: ({ context }) => context.queries.ensureQueryData(shopQuery),
  component: function Known() {
    return <KnownPage asked={known.useSearch()} />;
  },
});

const moulds = createRoute({
  getParentRoute: () => root,
  path: "/moulds",
  loader: ({ context }) =>
    Promise.all([context.queries.ensureQueryData(shopQuery), context.queries.ensureQueryData(fresh(formsQuery))]),
  component: MouldsPage,
});

const stock = createRoute({
  getParentRoute: () => root,
  path: "/stock",
  loader: ({ context }) =>
    Promise.all([context.queries.ensureQueryData(shopQuery), context.queries.ensureQueryData(fresh(stockQuery))]),
  component: StockPage,
});

const toBuy = createRoute({
  getParentRoute: () => root,
  path: "/shopping",
  validateSearch: (search: Record<string, unknown>): { job?: string[] } => ({
    job: [search.job ?? []].flat().map(String),
  }),
  loader: ({ context }) =>
    Promise.all([context.queries.ensureQueryData(shopQuery), context.queries.ensureQueryData(jobNamesQuery)]),
  component: function ToBuy() {
    return <ShoppingPage ids={toBuy.useSearch().job ?? []} />;
  },
});

const shop = createRoute({
  getParentRoute: () => root,
  path: "/shop",
  beforeLoad: () => {
    throw redirect({ to: "/shop/$part", params: { part: "mixes" } });
  },
});

const shopPart = createRoute({
  getParentRoute: () => root,
  path: "/shop/$part",
  loader: ({ context }) =>
    Promise.all([context.queries.ensureQueryData(shopQuery), context.queries.ensureQueryData(membersQuery)]),
  component: function OfShop() {
    return <ShopRoute part={shopPart.useParams().part} />;
  },
});

const signInPage = createRoute({
  getParentRoute: () => root,
  path: "/sign-in",
  validateSearch: (search: Record<string, unknown>): { to?: string } =>
    typeof search.to === "string" && /^\/(?![/\\])/.test(search.to) ? { to: search.to } : {},
  component: function SignIn() {
    return <SignInPage to={signInPage.useSearch().to ?? "/"} />;
  },
});

const joinPage = createRoute({
  getParentRoute: () => root,
  path: "/join",
  component: function Joining() {
    const code = useLocation({ select: ({ hash }) => hash });
    return <JoinPage key={code} code={code} />;
  },
});

const seePage = createRoute({
  getParentRoute: () => root,
  path: "/see",
  component: function See() {
    return <SeePage token={useLocation({ select: ({ hash }) => hash })} />;
  },
});

const you = createRoute({ getParentRoute: () => root, path: "/you", component: YouPage });

export const makeRouter = (queries: QueryClient) =>
  createRouter({
    routeTree: root.addChildren([
      floor,
      job,
      compare,
      calendar,
      pours,
      pour,
      run,
      machine,
      practice,
      castings,
      casting,
      defect,
      known,
      moulds,
      stock,
      toBuy,
      shop,
      shopPart,
      rules,
      signInPage,
      joinPage,
      seePage,
      you,
    ]),
    context: { queries },
    defaultPendingMs: 300,
    defaultPendingComponent: () => <Message title="Loading" text="Fetching it." />,
  });

declare module "@tanstack/react-router" {
  interface Register {
    router: ReturnType<typeof makeRouter>;
  }
}

function Broken({ error, reset }: ErrorComponentProps) {
  return (
    <Message title="Something went wrong" text={error instanceof Error ? error.message : String(error)}>
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
