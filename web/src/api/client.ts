import createClient from "openapi-fetch";
import { v4 as newId } from "uuid";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
/** A job as it is kept: all of it is there. What is sent may leave out whatever has a default, and hold lengths as typed. */
export type Job = Schemas["Job-Output"];
export type JobInput = Schemas["Job-Input"];
export type Piece = Schemas["Piece-Output"];
export type PieceInput = Schemas["Piece-Input"];
export type Feature = Piece["features"][number];
export type FeatureInput = NonNullable<PieceInput["features"]>[number];
export type Plan = Schemas["Plan"];
export type PiecePlan = Schemas["PiecePlan"];
export type Ground = NonNullable<PiecePlan["ground"]>;
/** A piece whose form is worked out. */
export type Form = PiecePlan["form"];
export type JobView = Schemas["JobView"];
export type PlanView = Schemas["PlanView"];
export type JobCard = Schemas["JobCard"];
export type Agenda = Schemas["Agenda"];
export type Hours = Schemas["Hours-Output"];
export type ClockStyle = NonNullable<Hours["clock"]>;
export type Headline = Schemas["Headline"];
export type Figure = Schemas["Figure"];
export type JobFinding = Schemas["JobFinding"];
export type Finding = Schemas["Finding"];
export type Shop = Schemas["Shop-Output"];
export type RulePage = Schemas["Page"];
export type Length = Schemas["Length-Output"];
export type LengthInput = Schemas["Length-Input"];
export type Station = JobFinding["station"];
export type Severity = Finding["severity"];

/** What this page calls itself, so that it is not told what it did itself. */
export const PAGE = newId();
/** What no page of another site can send without being asked whether it may. */
const OWN = { "x-ulbrek": PAGE };
export const client = createClient<paths>({ baseUrl: "/", headers: OWN });
/** Said on the window when somebody is not signed in any longer. */
export const SIGNED_OUT = "ulbrek-signed-out";

export interface FieldProblem {
  field: string;
  problem: string;
  remedy: string;
}

/** A job that is kept and cannot be planned or read: what can still be done with it. */
export interface Unplanned {
  id: string;
  revision: number;
  name: string;
  can_undo: boolean;
  can_redo: boolean;
}

interface Problem {
  detail?: string;
  problems?: FieldProblem[];
  theirs?: JobView;
  unplanned?: Unplanned;
}

/** An answer that was refused, in the words of the API's problem details; status 0 is no answer at all. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: FieldProblem[] = [],
    readonly theirs: JobView | undefined = undefined,
    readonly unplanned: Unplanned | undefined = undefined,
  ) {
    super(message);
  }
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or a Refused that says why none. */
export async function take<T>(asked: Promise<Answer<T>>): Promise<T>;
export async function take(asked: Promise<Answer<unknown>>): Promise<unknown> {
  const answer = await asked.catch(() => {
    throw new Refused(0, "No connection to Ulbrek. Nothing was lost. Try again when you are back online.");
  });
  if (answer.data !== undefined || answer.response.status === 204) return answer.data;
  if (answer.response.status === 401) dispatchEvent(new Event(SIGNED_OUT));
  const problem: Problem = answer.error ?? {};
  throw new Refused(
    answer.response.status,
    problem.detail ?? `Ulbrek answered ${answer.response.status}.`,
    problem.problems,
    problem.theirs,
    problem.unplanned,
  );
}
