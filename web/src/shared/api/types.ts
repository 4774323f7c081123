// Names for the generated types; nothing is declared here a second time.
import type { components } from "./schema.generated";

type Schemas = components["schemas"];

export type HorseFacts = Schemas["HorseFacts"];
export type TodayPlan = Schemas["TodayPlan"];
export type TodayRow = Schemas["TodayRow"];
export type SessionPlan = Schemas["SessionPlan"];
export type PlanItem = Schemas["PlanItem"];
export type LeftOut = Schemas["LeftOut"];
export type RingPack = Schemas["RingPack"];
export type PackItem = Schemas["PackItem"];
export type CompiledCoach = Schemas["CompiledCoach"];
export type HorseSheet = Schemas["HorseSheet"];
export type BoardRow = Schemas["BoardRow"];
export type StepChart = Schemas["StepChart"];
export type TrackChart = Schemas["TrackChart"];
export type GoalForecast = Schemas["GoalForecast"];
export type TrackEstimate = Schemas["TrackEstimate"];
export type SessionDebrief = Schemas["SessionDebrief"];
export type DebriefRow = Schemas["DebriefRow"];
export type SessionLine = Schemas["SessionLine"];
export type Side = Schemas["Side"];
export type Ask = Schemas["Ask"];
export type EventKind = Schemas["EventKind"];
export type SyncItem = Schemas["SyncItem"];
export type SyncAnswer = Schemas["SyncAnswer"];
export type SyncProblem = Schemas["SyncProblem"];
export type Me = Schemas["Me"];
export type HorseList = Schemas["HorseList"];
export type PlanView = Schemas["PlanView"];
export type SessionList = Schemas["SessionList"];
export type SyncAnswers = Schemas["SyncAnswers"];
