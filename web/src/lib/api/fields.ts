// Written by fields.mjs from api/openapi.json.
import { tell } from "../../words/fields";

export const evening = {
  minutes: { label: tell("today.evening.minutes"), unit: "min", min: 5, max: 720, whole: true },
} as const;

export const Accident = {
  count: { min: 1, max: 400, whole: true },
} as const;

export const Acknowledge = {
  person: { max: 60 },
  seen: { max: 20 },
} as const;

export const AddDevice = {
  name: { label: tell("people.AddDevice.name"), max: 40 },
} as const;

export const AddJob = {
  do: { label: tell("cleaning.AddJob.do"), max: 200 },
} as const;

export const AddPerson = {
  name: { label: tell("people.AddPerson.name"), max: 60 },
  passphrase: { max: 128 },
} as const;

export const AddPlant = {
  blades: { max: 50 },
  bulb_count: { label: tell("patient.Intake.bulb_count"), min: 0, max: 500, whole: true },
  bulbs_lost: { min: 0, max: 500, whole: true },
  claims: { max: 8 },
  leaf_count: { label: tell("patient.Intake.leaf_count"), min: 0, max: 500, whole: true },
  notes: { label: tell("patient.Intake.notes"), max: 4000 },
  old_pot_high_mm: { label: tell("patient.Intake.old_pot_high_mm"), unit: "mm", min: 15, max: 1000 },
  old_pot_mm: { label: tell("patient.Intake.old_pot_mm"), unit: "mm", min: 20, max: 1000 },
  parents: { max: 8 },
  sides: { max: 40 },
  source: { label: tell("patient.Intake.source"), max: 200 },
  stood_low_c: { label: tell("patient.Intake.stood_low_c"), unit: "°C", min: -30, max: 40 },
  tag: { label: tell("patient.Intake.tag"), max: 80 },
  usual_growths: { label: tell("patient.Intake.usual_growths"), min: 0, max: 40, whole: true },
  usual_leaf_mm: { label: tell("patient.Intake.usual_leaf_mm"), unit: "mm", min: 2, max: 1500 },
} as const;

export const AddRecipe = {
  name: { label: tell("mixing.SaveRecipe.name"), max: 80 },
  parts: { max: 12 },
} as const;

export const Added = {
  name: { max: 80 },
  note: { max: 400 },
} as const;

export const AftercareChosen = {
  protocol: { max: 40 },
} as const;

export const AftercareLeftOut = {
  reason: { label: tell("aftercare.LeftOut.reason"), max: 200 },
} as const;

export const AftercareShift = {
  reason: { label: tell("aftercare.Shift.reason"), max: 200 },
} as const;

export const AftercareSnooze = {
  reason: { label: tell("aftercare.Snooze.reason"), max: 200 },
} as const;

export const BareWeight = {
  days_ago: { unit: "days", min: 0, max: 2000 },
  grams: { unit: "g", min: 0.1, max: 100000 },
  holding: { max: 20 },
} as const;

export const CaseAir = {
  day_c: { unit: "°C", min: -30, max: 60 },
  humidity_percent: { unit: "%", min: 5, max: 100 },
  night_c: { unit: "°C", min: -30, max: 50 },
} as const;

export const CaseHome = {
  route: { max: 20 },
} as const;

export const ChangePassphrase = {
  new: { max: 128 },
  old: { max: 128 },
} as const;

export const ChangePerson = {
  name: { max: 60 },
} as const;

export const ChangeRecipe = {
  name: { label: tell("mixing.SaveRecipe.name"), max: 80 },
  parts: { max: 12 },
} as const;

export const ChangeTimer = {
  more_seconds: { min: 0, max: 604800, whole: true },
} as const;

export const Checkin = {
  dry_line_mm: { label: tell("patient.Checkin.dry_line_mm"), unit: "mm", min: 0, max: 900 },
  longest_mm: { label: tell("patient.Checkin.longest_mm"), unit: "mm", min: 0, max: 2000 },
  newest_leaf_mm: { label: tell("patient.Checkin.newest_leaf_mm"), unit: "mm", min: 2, max: 1500 },
  note: { label: tell("patient.Checkin.note"), max: 1000 },
  reservoir_mm: { label: tell("patient.Checkin.reservoir_mm"), unit: "mm", min: 0, max: 900 },
  roots: { max: 40 },
  shoot_mm: { label: tell("patient.Checkin.shoot_mm"), unit: "mm", min: 0, max: 2000 },
  tips: { label: tell("patient.Checkin.tips"), min: 0, max: 200, whole: true },
} as const;

export const Claim = {
  high_c: { label: tell("patient.Claim.high_c"), unit: "°C", min: 0, max: 60 },
  low_c: { label: tell("patient.Claim.low_c"), unit: "°C", min: -10, max: 40 },
} as const;

export const ClimateDay = {
  high_c: { label: tell("climate.Day.high_c"), unit: "°C", min: -30, max: 60 },
  low_c: { label: tell("climate.Day.low_c"), unit: "°C", min: -30, max: 60 },
} as const;

export const CloseCleaning = {
  person: { max: 60 },
} as const;

export const ComputeMayI = {
  wish: { max: 20 },
} as const;

export const CorrectRoot = {
  count: { min: 1, max: 400, whole: true },
  root_id: { max: 24 },
} as const;

export const Decision = {
  note: { max: 400 },
} as const;

export const Divide = {
  cuts: { max: 12 },
  keeps: { min: 0, max: 12, whole: true },
  tags: { max: 12 },
} as const;

export const DivisionAsk = {
  live_mm: { max: 60 },
} as const;

export const DivisionBulb = {
  from: { min: 0, max: 60, whole: true },
  n: { min: 1, max: 60, whole: true },
} as const;

export const DivisionRhizome = {
  bulbs: { max: 60 },
} as const;

export const GridCount = {
  crossings: { label: tell("roots.gridCount.crossings"), min: 1, max: 1000000, whole: true },
  spacing_mm: { label: tell("roots.gridCount.spacing_mm"), unit: "mm", min: 1, max: 200 },
} as const;

export const Hold = {
  method: { max: 20 },
  note: { max: 400 },
} as const;

export const HourC = {
  celsius: { unit: "°C", min: -30, max: 60 },
} as const;

export const Incident = {
  note: { max: 400 },
} as const;

export const Inspection = {
  accidents: { max: 20 },
  added: { max: 10 },
  day_high_c: { label: tell("patient.Inspection.day_high_c"), unit: "°C", min: -30, max: 60 },
  leaf_before_mm: { label: tell("patient.Inspection.leaf_before_mm"), unit: "mm", min: 2, max: 1500 },
  newest_leaf_mm: { label: tell("patient.Inspection.newest_leaf_mm"), unit: "mm", min: 2, max: 1500 },
  night_low_c: { label: tell("patient.Inspection.night_low_c"), unit: "°C", min: -30, max: 50 },
  notes: { label: tell("patient.Inspection.notes"), max: 4000 },
  worries: { max: 10 },
} as const;

export const Intake = {
  blades: { max: 50 },
  bulb_count: { label: tell("patient.Intake.bulb_count"), min: 0, max: 500, whole: true },
  bulbs_lost: { min: 0, max: 500, whole: true },
  claims: { max: 8 },
  leaf_count: { label: tell("patient.Intake.leaf_count"), min: 0, max: 500, whole: true },
  notes: { label: tell("patient.Intake.notes"), max: 4000 },
  old_pot_high_mm: { label: tell("patient.Intake.old_pot_high_mm"), unit: "mm", min: 15, max: 1000 },
  old_pot_mm: { label: tell("patient.Intake.old_pot_mm"), unit: "mm", min: 20, max: 1000 },
  parents: { max: 8 },
  sides: { max: 40 },
  source: { label: tell("patient.Intake.source"), max: 200 },
  stood_low_c: { label: tell("patient.Intake.stood_low_c"), unit: "°C", min: -30, max: 40 },
  tag: { label: tell("patient.Intake.tag"), max: 80 },
  usual_growths: { label: tell("patient.Intake.usual_growths"), min: 0, max: 40, whole: true },
  usual_leaf_mm: { label: tell("patient.Intake.usual_leaf_mm"), unit: "mm", min: 2, max: 1500 },
} as const;

export const Join = {
  code: { max: 20 },
} as const;

export const KeepLookBack = {
  note: { label: tell("progress.KeepLookBack.note"), max: 1000 },
} as const;

export const KeepWish = {
  note: { max: 400 },
  wish: { max: 20 },
} as const;

export const LeavesBlade = {
  length_mm: { label: tell("leaves.Blade.length_mm"), unit: "mm", min: 5, max: 1500 },
  width_mm: { label: tell("leaves.Blade.width_mm"), unit: "mm", min: 1, max: 400 },
} as const;

export const LiveRoot = {
  bulb: { min: 0, max: 60, whole: true },
  high: { unit: "mm", min: 0, max: 1000000 },
  low: { unit: "mm", min: 0, max: 1000000 },
} as const;

export const LogReading = {
  celsius: { unit: "°C", min: -30, max: 60 },
  humidity_percent: { unit: "%", min: 0, max: 100 },
} as const;

export const MarkHomeJob = {
  job: { max: 40 },
  person: { max: 60 },
  reason: { max: 400 },
} as const;

export const MarkJob = {
  job: { max: 40 },
  person: { max: 60 },
  reason: { label: tell("cleaning.MarkJob.reason"), max: 400 },
  uses: { max: 4 },
} as const;

export const MeasureComponent = {
  high_mm: { label: tell("mixing.MeasureComponent.high_mm"), unit: "mm", min: 0.1, max: 100 },
  low_mm: { label: tell("mixing.MeasureComponent.low_mm"), unit: "mm", min: 0.1, max: 100 },
  name: { label: tell("mixing.MeasureComponent.name"), max: 80 },
} as const;

export const MediaFloodTest = {
  drained_ml: { label: tell("media.FloodTest.drained_ml"), unit: "mL", min: 0, max: 20000 },
  dry_g: { label: tell("media.FloodTest.dry_g"), unit: "g", min: 0, max: 100000 },
  volume_ml: { label: tell("media.FloodTest.volume_ml"), unit: "mL", min: 50, max: 20000 },
  wet_g: { label: tell("media.FloodTest.wet_g"), unit: "g", min: 0, max: 100000 },
} as const;

export const MediaPart = {
  component: { max: 40 },
  parts: { label: tell("media.Part.parts"), min: 0, max: 1000 },
} as const;

export const MixAsk = {
  parts: { max: 12 },
  volume_l: { unit: "L", min: 0.001, max: 1000 },
} as const;

export const OxygenAsk = {
  celsius: { label: tell("mixing.oxygenAsk.celsius"), unit: "°C", min: 0, max: 40 },
} as const;

export const Parent = {
  name: { label: tell("patient.Parent.name"), max: 80 },
} as const;

export const PestSchedule = {
  days: { max: 1000 },
  high_c: { unit: "°C", min: -30, max: 60 },
  hours: { max: 20000 },
  low_c: { unit: "°C", min: -30, max: 60 },
} as const;

export const PestsCourse = {
  clear: { max: 40 },
  pest: { max: 40 },
  plan: { min: 0, max: 8, whole: true },
  rounds: { max: 40 },
  seen: { max: 40 },
} as const;

export const PlaceFacts = {
  high_c: { label: tell("record.PlaceFacts.high_c"), unit: "°C", min: -30, max: 60 },
  humidity_percent: { label: tell("record.PlaceFacts.humidity_percent"), unit: "%", min: 5, max: 100 },
  low_c: { label: tell("record.PlaceFacts.low_c"), unit: "°C", min: -30, max: 60 },
  name: { label: tell("record.PlaceFacts.name"), max: 80 },
  zone: { label: tell("record.PlaceFacts.zone"), max: 60 },
} as const;

export const PotAsk = {
  base_mm: { unit: "mm", min: 0, max: 600 },
  bulb_count: { min: 0, max: 500, whole: true },
  component: { max: 40 },
  growth_mm_day: { unit: "mm/day", min: 0.01, max: 20 },
  leaf_span_mm: { unit: "mm", min: 0, max: 3000 },
  live_root_ml: { unit: "mL", min: 0, max: 5000 },
  longest_mm: { unit: "mm", min: 0, max: 2000 },
  reach_mm: { unit: "mm", min: 0, max: 1500 },
} as const;

export const PotWeight = {
  days_ago: { unit: "days", min: 0, max: 2000 },
  grams: { unit: "g", min: 0.1, max: 100000 },
} as const;

export const PotWeights = {
  due_at: { min: 0.01, max: 0.95 },
  holds_g: { unit: "g", min: 0.1, max: 50000 },
  per_day: { min: 0.001, max: 5 },
  weights: { max: 400 },
} as const;

export const PotsPot = {
  bottom_depth_mm: { label: tell("pots.Pot.bottom_depth_mm"), unit: "mm", min: 0, max: 1000 },
  bottom_mm: { label: tell("pots.Pot.bottom_mm"), unit: "mm", min: 0, max: 1000 },
  crock_mm: { label: tell("pots.Pot.crock_mm"), unit: "mm", min: 0, max: 500 },
  height_mm: { label: tell("pots.Pot.height_mm"), unit: "mm", min: 15, max: 1000 },
  hole_mm: { label: tell("pots.Pot.hole_mm"), unit: "mm", min: 0, max: 500 },
  rim_mm: { unit: "mm", min: 0, max: 300 },
  top_depth_mm: { label: tell("pots.Pot.top_depth_mm"), unit: "mm", min: 0, max: 1000 },
  top_mm: { label: tell("pots.Pot.top_mm"), unit: "mm", min: 20, max: 1000 },
} as const;

export const ProgressClosing = {
  lesson: { label: tell("progress.Closing.lesson"), max: 1000 },
  word: { label: tell("progress.Closing.word"), max: 200 },
} as const;

export const PutDays = {
  days: { max: 1000 },
} as const;

export const RehomePlan = {
  base_mm: { label: tell("rehome.Plan.base_mm"), unit: "mm", min: 0, max: 600 },
  dry_line_mm: { label: tell("rehome.Plan.dry_line_mm"), unit: "mm", min: 0, max: 900 },
  mix_name: { max: 80 },
  parts: { max: 12 },
  reach_mm: { label: tell("rehome.Plan.reach_mm"), unit: "mm", min: 0, max: 1500 },
  route: { max: 20 },
  sides: { max: 40 },
} as const;

export const RootsBranch = {
  at_mm: { label: tell("roots.Branch.at_mm"), unit: "mm", min: 0, max: 36000 },
  segments: { max: 12 },
} as const;

export const RootsDip = {
  diameter_mm: { label: tell("roots.Dip.diameter_mm"), unit: "mm", min: 0.2, max: 30 },
  grams: { label: tell("roots.Dip.grams"), unit: "g", min: 0.1, max: 20000 },
} as const;

export const RootsReading = {
  roots: { max: 400 },
} as const;

export const RootsRoot = {
  branches: { max: 12 },
  count: { label: tell("roots.Root.count"), min: 1, max: 400, whole: true },
  growth: { label: tell("roots.Root.growth"), min: 0, max: 60, whole: true },
  id: { max: 24 },
  segments: { max: 12 },
} as const;

export const RootsSegment = {
  diameter_mm: { label: tell("roots.Segment.diameter_mm"), unit: "mm", min: 0.2, max: 30 },
  length_mm: { label: tell("roots.Segment.length_mm"), unit: "mm", min: 1, max: 3000 },
} as const;

export const ScaleReading = {
  grams: { unit: "g", min: -100000, max: 100000 },
  scale: { max: 40 },
} as const;

export const SectionAsk = {
  base_mm: { unit: "mm", min: 0, max: 600 },
  bulb_count: { min: 0, max: 500, whole: true },
  component: { max: 40 },
  dry_line_mm: { unit: "mm", min: 0, max: 900 },
  growth_mm_day: { unit: "mm/day", min: 0.01, max: 20 },
  leaf_span_mm: { unit: "mm", min: 0, max: 3000 },
  live_root_ml: { unit: "mL", min: 0, max: 5000 },
  longest_mm: { unit: "mm", min: 0, max: 2000 },
  parts: { max: 12 },
  reach_mm: { unit: "mm", min: 0, max: 1500 },
  roots_mm: { max: 60 },
} as const;

export const Settings = {
  cut_margin_mm: { label: tell("record.Settings.cut_margin_mm"), unit: "mm", min: 3, max: 5 },
  language: { label: tell("record.Settings.language"), max: 20 },
  latitude_deg: { label: tell("record.Settings.latitude_deg"), unit: "°", min: -90, max: 90 },
  sides: { max: 40 },
  zone: { max: 60 },
} as const;

export const Settle = {
  mix: { max: 80 },
  note: { label: tell("rehome.Settle.note"), max: 400 },
  person: { max: 60 },
  route: { max: 20 },
} as const;

export const SettleWish = {
  note: { max: 400 },
} as const;

export const SignIn = {
  name: { label: tell("people.SignIn.name"), max: 60 },
  passphrase: { max: 128 },
} as const;

export const SolutionsBlend = {
  pure: { label: tell("solutions.Blend.pure"), unit: "ppm", min: 0, max: 20000 },
  tap: { label: tell("solutions.Blend.tap"), unit: "ppm", min: 0, max: 20000 },
  target: { label: tell("solutions.Blend.target"), unit: "ppm", min: 0, max: 20000 },
  volume_l: { label: tell("solutions.Blend.volume_l"), unit: "L", min: 0.001, max: 10000 },
} as const;

export const SolutionsCalibration = {
  after: { label: tell("solutions.Calibration.after"), min: 0.001, max: 20000 },
  before: { label: tell("solutions.Calibration.before"), min: 0, max: 20000 },
  ml_per_l: { label: tell("solutions.Calibration.ml_per_l"), unit: "mL/L", min: 0.001, max: 100 },
} as const;

export const SolutionsDilution = {
  fills: { label: tell("solutions.Dilution.fills"), min: 0, max: 200, whole: true },
  make_ml: { label: tell("solutions.Dilution.make_ml"), unit: "mL", min: 0.01, max: 1000000 },
  product: { max: 40 },
  stock_ml: { label: tell("solutions.Dilution.stock_ml"), unit: "mL", min: 0.001, max: 1000000 },
  use: { max: 40 },
  water_ml: { label: tell("solutions.Dilution.water_ml"), unit: "mL", min: 0.01, max: 1000000 },
} as const;

export const SolutionsDose = {
  adds: { label: tell("solutions.Dose.adds"), min: 0.001, max: 20000 },
  most: { min: 0, max: 20000 },
  name: { label: tell("solutions.Dose.name"), max: 80 },
  wanted: { label: tell("solutions.Dose.wanted"), min: 0.001, max: 20000 },
} as const;

export const SolutionsFeed = {
  density_g_per_ml: { label: tell("solutions.Feed.density_g_per_ml"), unit: "g/mL", min: 0.7, max: 2 },
  g_per_l: { label: tell("solutions.Feed.g_per_l"), unit: "g/L", min: 0.0001, max: 500 },
  k2o_percent: { label: tell("solutions.Feed.k2o_percent"), unit: "%", min: 0, max: 100 },
  label_most_ppm_n: { label: tell("solutions.Feed.label_most_ppm_n"), unit: "ppm", min: 0.001, max: 100000 },
  n_percent: { label: tell("solutions.Feed.n_percent"), unit: "%", min: 0, max: 100 },
  p2o5_percent: { label: tell("solutions.Feed.p2o5_percent"), unit: "%", min: 0, max: 100 },
  volume_l: { label: tell("solutions.Feed.volume_l"), unit: "L", min: 0.001, max: 10000 },
  wanted_ppm_n: { label: tell("solutions.Feed.wanted_ppm_n"), unit: "ppm", min: 0.001, max: 100000 },
} as const;

export const SolutionsFlush = {
  held_ml: { unit: "mL", min: 0.1, max: 200000 },
  holds_percent: { label: tell("solutions.Flush.holds_percent"), unit: "%", min: 1, max: 95 },
  left_percent: { label: tell("solutions.Flush.left_percent"), unit: "%", min: 0.01, max: 99.9 },
  pot_ml: { label: tell("solutions.Flush.pot_ml"), unit: "mL", min: 0.1, max: 500000 },
  start: { label: tell("solutions.Flush.start"), unit: "ppm", min: 0.001, max: 50000 },
  target: { label: tell("solutions.Flush.target"), unit: "ppm", min: 0.001, max: 50000 },
  water: { label: tell("solutions.Flush.water"), unit: "ppm", min: 0, max: 50000 },
} as const;

export const SolutionsMeter = {
  value: { label: tell("solutions.Meter.value"), min: 0, max: 100000 },
} as const;

export const SolutionsStack = {
  base: { label: tell("solutions.Stack.base"), min: 0, max: 20000 },
  doses: { max: 10 },
  volume_l: { label: tell("solutions.Stack.volume_l"), unit: "L", min: 0.001, max: 10000 },
} as const;

export const SolutionsStrength = {
  value: { min: 0.0001, max: 1000000 },
} as const;

export const SolutionsTools = {
  jug_holds_ml: { label: tell("solutions.Tools.jug_holds_ml"), unit: "mL", min: 50, max: 20000 },
  jug_ml: { label: tell("solutions.Tools.jug_ml"), unit: "mL", min: 1, max: 1000 },
  scale_g: { label: tell("solutions.Tools.scale_g"), unit: "g", min: 0.001, max: 50 },
  syringe_holds_ml: { label: tell("solutions.Tools.syringe_holds_ml"), unit: "mL", min: 1, max: 500 },
  syringe_ml: { label: tell("solutions.Tools.syringe_ml"), unit: "mL", min: 0.01, max: 10 },
} as const;

export const StartCourse = {
  clear: { max: 40 },
  pest: { max: 40 },
  plan: { min: 0, max: 8, whole: true },
  rounds: { max: 40 },
  seen: { max: 40 },
} as const;

export const StartTimer = {
  job: { max: 40 },
  seconds: { min: 1, max: 604800, whole: true },
  words: { max: 120 },
} as const;

export const Stock = {
  adds: { min: 0.001, max: 20000 },
  amount: { label: tell("mixing.Stock.amount"), min: 0, max: 1000000 },
  k2o_percent: { label: tell("mixing.Stock.k2o_percent"), unit: "%", min: 0, max: 100 },
  label_most_percent: { label: tell("mixing.Stock.label_most_percent"), unit: "%", min: 0.001, max: 100 },
  n_percent: { label: tell("mixing.Stock.n_percent"), unit: "%", min: 0, max: 100 },
  name: { label: tell("mixing.Stock.name"), max: 80 },
  note: { max: 400 },
  p2o5_percent: { label: tell("mixing.Stock.p2o5_percent"), unit: "%", min: 0, max: 100 },
  percent: { label: tell("mixing.Stock.percent"), unit: "%", min: 0.001, max: 100 },
  product: { max: 40 },
} as const;

export const Taped = {
  error_mm: { unit: "mm", min: 0.1, max: 300 },
  length_mm: { label: tell("patient.Taped.length_mm"), unit: "mm", min: 0.5, max: 3000 },
  root: { label: tell("patient.Taped.root"), max: 24 },
} as const;

export const TareScale = {
  scale: { max: 40 },
} as const;

export const Tick = {
  job: { max: 40 },
  ppm_n: { unit: "ppm", min: 0, max: 400 },
} as const;

export const TickJob = {
  count: { min: 0, max: 400, whole: true },
  item: { max: 60 },
} as const;

export const Ticks = {
  ticks: { max: 500 },
} as const;

export const Undo = {
  ids: { max: 500 },
} as const;

export const UnkeptType2 = {
  blades: { max: 50 },
  bulb_count: { min: 0, max: 500, whole: true },
  cut_days_ago: { unit: "days", min: 0, max: 1000 },
  day_c: { unit: "°C", min: -10, max: 50 },
  days: { unit: "days", min: 0, max: 366, whole: true },
  held_days: { unit: "days", min: 0, max: 1000 },
  holding: { max: 20 },
  humidity_percent: { unit: "%", min: 5, max: 100 },
  leaf_count: { min: 0, max: 500, whole: true },
  live_root_cm2: { unit: "cm²", min: 0, max: 20000 },
  night_c: { unit: "°C", min: -10, max: 45 },
  runs: { min: 0, max: 20000, whole: true },
  seed: { min: 0, max: 1000000, whole: true },
  weighings: { max: 200 },
} as const;

export const Use = {
  amount: { label: tell("record.Use.amount"), min: 0.001, max: 1000000 },
  job: { max: 40 },
} as const;

export const WatchPlants = {
  agent: { max: 40 },
  plants: { max: 500 },
} as const;

export const Weigh = {
  grams: { label: tell("weights.Weigh.grams"), unit: "g", min: 0.1, max: 100000 },
} as const;

export const WorkSeen = {
  caution: { max: 40 },
  product: { max: 40 },
} as const;
