import createClient from "openapi-fetch";
import { tell } from "../../words/ui";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Plant = Schemas["Plant"];
export type Intake = Schemas["Intake"];
export type Reading = Schemas["Reading"];
export type RootsReading = Schemas["RootsReading"];
export type Root = Schemas["RootsRoot"];
export type Segment = Schemas["RootsSegment"];
export type Branch = Schemas["RootsBranch"];
export type RootVerdict = Schemas["JudgementRoot"];
export type Stretch = Schemas["RootsStretch"];
export type Verdict = Schemas["JudgementRooted"];
/** A verdict as a picture takes it: one of a day gone by says nothing of what to do. */
export type DrawnVerdict = Schemas["RootsVerdict"] & { headline?: Sentence };
export type DrawnRoot = Schemas["RootsRootVerdict"];
export type Range = Schemas["RootsRange"];
export type Rule = Schemas["RootsRule"];
export type Summary = Schemas["Summary"];
export type Profile = Schemas["TaxaProfile"];
export type Text = Schemas["KnowledgeText"];
export type Sentence = Schemas["KnowledgeSentence"];
export type Sense = Schemas["MessageSense"];
export type Term = Schemas["KnowledgeTerm"];
export type RootKnowledge = Schemas["RootsKnowledge"];
export type CutItem = Schemas["JudgementItem"];
export type CutList = Schemas["JudgementCutList"];
export type Settings = Schemas["Settings"];
export type Question = Schemas["DisputesQuestion"];
export type Problem = Schemas["Problem"];
export type Fault = Schemas["FaultFault"];
export type Inspected = Schemas["Inspected"];
export type Inspection = Schemas["Inspection"];
export type Decision = Schemas["Decision"];
export type Added = Schemas["Added"];
export type Said = Schemas["Said"];
export type Looked = Schemas["Looked"];
export type LookVerdict = Schemas["JudgementLooked"];
export type CauseKnowledge = Schemas["CausesKnowledge"];
export type Cause = Schemas["CausesCause"];
export type Finding = Schemas["CausesFinding"];
export type Judged = Schemas["CausesJudged"];
export type Check = Schemas["CausesCheck"];
export type Action = Schemas["CausesAction"];
export type Caution = Schemas["KnowledgeCaution"];
export type Lookalikes = Schemas["KnowledgeLookalikes"];
export type UnpotStep = Schemas["UnpotStep"];
export type Growth = Schemas["RootsGrowth"];

export type Cleaning = Schemas["Cleaning"];
export type Job = Schemas["JudgementJob"];
export type Use = Schemas["Use"];
export type Seen = Schemas["WorkSeen"];
export type Timer = Schemas["Timer"];
export type Timers = Schemas["Timers"];
export type Dilution = Schemas["SolutionsDilution"];
export type Mix = Schemas["SolutionsMix"];
export type Feed = Schemas["SolutionsFeed"];
export type FeedMixed = Schemas["SolutionsFed"];
export type Blend = Schemas["SolutionsBlend"];
export type Flush = Schemas["SolutionsFlush"];
export type Flushed = Schemas["SolutionsFlushed"];
export type Calibration = Schemas["SolutionsCalibration"];
export type Stack = Schemas["SolutionsStack"];
export type Stacked = Schemas["SolutionsStacked"];
export type Dose = Schemas["SolutionsDose"];
export type Strength = Schemas["SolutionsStrength"];
export type Hand = Schemas["SolutionsHand"];
export type Stop = Schemas["SolutionsStop"];
export type MixStep = Schemas["SolutionsStep"];
export type Product = Schemas["SolutionsProduct"];
export type SolutionKnowledge = Schemas["SolutionsKnowledge"];
export type Stock = Schemas["Stock"];
export type OnShelf = Schemas["OnShelf"];
export type Place = Schemas["Place"];
export type PlaceFacts = Schemas["PlaceFacts"];
export type DayRange = Schemas["ClimateDay"];
export type Course = Schemas["Course"];
export type PestCourse = Schemas["PestsCourse"];
export type Schedule = Schemas["JudgementScheduled"];
export type Pest = Schemas["PestsPest"];
export type Divisible = Schemas["Divisible"];
export type Rhizome = Schemas["DivisionRhizome"];
export type Bulb = Schemas["DivisionBulb"];
export type Piece = Schemas["DivisionPiece"];
export type CutPart = Schemas["DivisionPart"];
export type Timeline = Schemas["Timeline"];
export type PlantRace = Schemas["Race"];
export type RaceResult = Schemas["JudgementRaced"];
export type Outcome = Schemas["RaceOutcome"];
export type Lever = Schemas["JudgementLever"];
export type Assumption = Schemas["RaceAssumption"];
export type Band = Schemas["RaceBand"];
export type Weigh = Schemas["Weigh"];
export type Weighed = Schemas["Weighed"];
export type Shown = Schemas["Shown"];
export type Rehoming = Schemas["Rehoming"];
export type HomePlan = Schemas["RehomePlan"];
export type Pot = Schemas["PotsPot"];
export type Section = Schemas["PotsSection"];
export type PotFit = Schemas["PotsFit"];
export type Mixed = Schemas["RehomeMixed"];
export type Part = Schemas["MediaPart"];
export type Want = Schemas["MediaWant"];
export type Component = Schemas["MediaComponent"];
export type HouseMedia = Schemas["HouseMedia"];
export type HomeJob = Schemas["JudgementHomeJob"];
export type HomeRoute = Schemas["JudgementRoute"];
export type RouteChoice = Schemas["JudgementChoice"];
export type Home = Schemas["Home"];
export type Settle = Schemas["Settle"];
export type FloodTest = Schemas["MediaFloodTest"];
export type HouseComponent = Schemas["HouseComponent"];
export type About = Schemas["About"];
export type Me = Schemas["Me"];
export type News = Schemas["EventStream"];
export type Person = Schemas["Person"];
export type Session = Schemas["Session"];
export type Device = Schemas["Device"];
export type NewDevice = Schemas["NewDevice"];
export type Logged = Schemas["Logged"];
export type Opened = Schemas["Opened"];
export type Code = Schemas["Code"];
export type Forecast = Schemas["DryingWaterDay"];

export type Advice = NonNullable<Plant["advice"]>;
export type Advised = NonNullable<Plant["advised"]>;
export type WishAnswer = Schemas["WishesAnswer"];
export type KeptWish = Schemas["Kept"];
export type AskedRoot = Schemas["WishesRoot"];

export const client = createClient<paths>();

/** A problem the server answered with, or none when it could not be reached. */
export class Refused extends Error {
  constructor(readonly problem?: Problem) {
    super(problem?.detail ?? tell("no-answer"));
  }
  /** The words for one field, looked up by its path. */
  at(field: string): string | undefined {
    return this.problem?.faults?.find(
      (f) => f.field === field || f.field.startsWith(field + "[") || f.field.startsWith(field + "."),
    )?.words;
  }
  /** The words for a field of a part that is sent alone or within another. */
  of(part: string, field: string): string | undefined {
    return this.at(field) ?? this.at(`${part}.${field}`);
  }
}

/** What went wrong, in one sentence for the place where it was tried. */
export function inAWord(error: unknown): string {
  if (!(error instanceof Refused)) return tell("page-broke");
  return error.problem?.faults?.map((f) => f.words).join(" ") ?? error.message;
}

/** Unwraps an answer of the client, turning problems into Refused. */
export async function ask<T>(call: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  let answer: { data?: T; error?: unknown };
  try {
    answer = await call;
  } catch {
    throw new Refused();
  }
  if (answer.data === undefined) throw new Refused(answer.error as Problem | undefined);
  return answer.data;
}

export type Today = Schemas["Today"];
export type RoundItem = Schemas["TodayItem"];
export type RoundGroup = Schemas["TodayGroup"];
export type Aftercare = Schemas["Aftercare"];
export type CareDue = Schemas["JudgementDue"];
export type CareRunning = Schemas["JudgementFollowed"];
export type CareGate = Schemas["JudgementGate"];
export type CareKnowledge = Schemas["AftercareKnowledge"];
export type CareChosen = Schemas["AftercareChosen"];
export type Progress = Schemas["Progress"];
export type Track = Schemas["ProgressTrack"];
export type GrowthLine = Schemas["ProgressLine"];
export type GrowthPoint = Schemas["ProgressPoint"];
export type GrowthDeed = Schemas["Deed"];
export type Beside = Schemas["ProgressBeside"];
export type Foretold = Schemas["Foretold"];
export type Score = Schemas["ForecastScore"];
export type Exposure = Schemas["Exposure"];
export type LookBack = Schemas["LookBack"];
export type Closing = Schemas["ProgressClosing"];
export type Taped = Schemas["Taped"];
export type Noted = Schemas["Checkin"];
export type Tick = Schemas["Tick"];
export type Tended = Schemas["Tended"];
export type Crate = Schemas["TodayCrate"];
export type Absence = Schemas["Absence"];
export type Absent = Schemas["Absent"];
export type CalendarShared = Schemas["Calendar"];
