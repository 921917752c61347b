// Written by fields.mjs from api/openapi.json.

export const evening = {
  minutes: {"label":"Minutes tonight","unit":"min","min":5,"max":720,"whole":true},
} as const;

export const Accident = {
  count: {"min":1,"max":400,"whole":true},
} as const;

export const Acknowledge = {
  person: {"max":60},
  seen: {"max":20},
} as const;

export const AddDevice = {
  name: {"label":"Device’s name","max":40},
} as const;

export const AddJob = {
  do: {"label":"What to do","max":200},
} as const;

export const AddPerson = {
  name: {"label":"Name","max":60},
  passphrase: {"max":128},
} as const;

export const AddPlant = {
  blades: {"max":50},
  bulb_count: {"label":"Bulbs","min":0,"max":500,"whole":true},
  claims: {"max":8},
  leaf_count: {"label":"Leaves","min":0,"max":500,"whole":true},
  notes: {"label":"Notes","max":4000},
  old_pot_high_mm: {"label":"Old pot, height inside","unit":"mm","min":15,"max":1000},
  old_pot_mm: {"label":"Old pot, width inside","unit":"mm","min":20,"max":1000},
  parents: {"max":8},
  sides: {"max":40},
  source: {"label":"From whom or where","max":200},
  stood_low_c: {"label":"Coldest night it has stood unharmed","unit":"°C","min":-30,"max":40},
  tag: {"label":"Tag or name","max":80},
  usual_growths: {"label":"New growths a year, normal for it","min":0,"max":40,"whole":true},
  usual_leaf_mm: {"label":"A grown leaf, normal for it","unit":"mm","min":2,"max":1500},
} as const;

export const AddRecipe = {
  name: {"label":"Name of the mix","max":80},
  parts: {"max":12},
} as const;

export const Added = {
  name: {"max":80},
  note: {"max":400},
} as const;

export const AftercareChosen = {
  protocol: {"max":40},
} as const;

export const AftercareLeftOut = {
  reason: {"label":"Why","max":200},
} as const;

export const AftercareShift = {
  reason: {"label":"Why","max":200},
} as const;

export const AftercareSnooze = {
  reason: {"label":"Why","max":200},
} as const;

export const BareWeight = {
  days_ago: {"unit":"days","min":0,"max":2000},
  grams: {"unit":"g","min":0.1,"max":100000},
  holding: {"max":20},
} as const;

export const CaseAir = {
  day_c: {"unit":"°C","min":-30,"max":60},
  humidity_percent: {"unit":"%","min":5,"max":100},
  night_c: {"unit":"°C","min":-30,"max":50},
} as const;

export const CaseHome = {
  route: {"max":20},
} as const;

export const ChangePassphrase = {
  new: {"max":128},
  old: {"max":128},
} as const;

export const ChangePerson = {
  name: {"max":60},
} as const;

export const ChangeRecipe = {
  name: {"label":"Name of the mix","max":80},
  parts: {"max":12},
} as const;

export const ChangeTimer = {
  more_seconds: {"min":0,"max":604800,"whole":true},
} as const;

export const Checkin = {
  dry_line_mm: {"label":"From the rim down to the damp","unit":"mm","min":0,"max":900},
  longest_mm: {"label":"Longest new root","unit":"mm","min":0,"max":2000},
  newest_leaf_mm: {"label":"Newest finished leaf","unit":"mm","min":2,"max":1500},
  note: {"label":"Note","max":1000},
  reservoir_mm: {"label":"Water in the reservoir","unit":"mm","min":0,"max":900},
  roots: {"max":40},
  shoot_mm: {"label":"The newest growth, how long","unit":"mm","min":0,"max":2000},
  tips: {"label":"New tips","min":0,"max":200,"whole":true},
} as const;

export const Claim = {
  high_c: {"label":"It bears up to","unit":"°C","min":0,"max":60},
  low_c: {"label":"It grows from","unit":"°C","min":-10,"max":40},
} as const;

export const ClimateDay = {
  high_c: {"label":"High","unit":"°C","min":-30,"max":60},
  low_c: {"label":"Low","unit":"°C","min":-30,"max":60},
} as const;

export const CloseCleaning = {
  person: {"max":60},
} as const;

export const ComputeMayI = {
  wish: {"max":20},
} as const;

export const CorrectRoot = {
  count: {"min":1,"max":400,"whole":true},
  root_id: {"max":24},
} as const;

export const Decision = {
  note: {"max":400},
} as const;

export const Divide = {
  cuts: {"max":12},
  keeps: {"min":0,"max":12,"whole":true},
  tags: {"max":12},
} as const;

export const DivisionAsk = {
  live_mm: {"max":60},
} as const;

export const DivisionBulb = {
  from: {"min":0,"max":60,"whole":true},
  n: {"min":1,"max":60,"whole":true},
} as const;

export const DivisionRhizome = {
  bulbs: {"max":60},
} as const;

export const GridCount = {
  crossings: {"label":"Crossings","min":1,"max":1000000,"whole":true},
  spacing_mm: {"label":"Grid spacing","unit":"mm","min":1,"max":200},
} as const;

export const Hold = {
  method: {"max":20},
  note: {"max":400},
} as const;

export const HourC = {
  celsius: {"unit":"°C","min":-30,"max":60},
} as const;

export const Incident = {
  note: {"max":400},
} as const;

export const Inspection = {
  accidents: {"max":20},
  added: {"max":10},
  day_high_c: {"label":"Highest day","unit":"°C","min":-30,"max":60},
  leaf_before_mm: {"label":"The one before","unit":"mm","min":2,"max":1500},
  newest_leaf_mm: {"label":"Newest finished leaf","unit":"mm","min":2,"max":1500},
  night_low_c: {"label":"Lowest night where it stands","unit":"°C","min":-30,"max":50},
  notes: {"label":"Notes","max":4000},
  worries: {"max":10},
} as const;

export const Intake = {
  blades: {"max":50},
  bulb_count: {"label":"Bulbs","min":0,"max":500,"whole":true},
  claims: {"max":8},
  leaf_count: {"label":"Leaves","min":0,"max":500,"whole":true},
  notes: {"label":"Notes","max":4000},
  old_pot_high_mm: {"label":"Old pot, height inside","unit":"mm","min":15,"max":1000},
  old_pot_mm: {"label":"Old pot, width inside","unit":"mm","min":20,"max":1000},
  parents: {"max":8},
  sides: {"max":40},
  source: {"label":"From whom or where","max":200},
  stood_low_c: {"label":"Coldest night it has stood unharmed","unit":"°C","min":-30,"max":40},
  tag: {"label":"Tag or name","max":80},
  usual_growths: {"label":"New growths a year, normal for it","min":0,"max":40,"whole":true},
  usual_leaf_mm: {"label":"A grown leaf, normal for it","unit":"mm","min":2,"max":1500},
} as const;

export const Join = {
  code: {"max":20},
} as const;

export const KeepLookBack = {
  note: {"label":"In your words","max":1000},
} as const;

export const KeepWish = {
  note: {"max":400},
  wish: {"max":20},
} as const;

export const LeavesBlade = {
  length_mm: {"label":"length","unit":"mm","min":5,"max":1500},
  width_mm: {"label":"Width","unit":"mm","min":1,"max":400},
} as const;

export const LiveRoot = {
  bulb: {"min":0,"max":60,"whole":true},
  high: {"unit":"mm","min":0,"max":1000000},
  low: {"unit":"mm","min":0,"max":1000000},
} as const;

export const LogReading = {
  celsius: {"unit":"°C","min":-30,"max":60},
  humidity_percent: {"unit":"%","min":0,"max":100},
} as const;

export const MarkHomeJob = {
  job: {"max":40},
  person: {"max":60},
  reason: {"max":400},
} as const;

export const MarkJob = {
  job: {"max":40},
  person: {"max":60},
  reason: {"label":"Why","max":400},
  uses: {"max":4},
} as const;

export const MeasureComponent = {
  high_mm: {"label":"to","unit":"mm","min":0.1,"max":100},
  low_mm: {"label":"Pieces from","unit":"mm","min":0.1,"max":100},
  name: {"label":"What it is","max":80},
} as const;

export const MediaFloodTest = {
  drained_ml: {"label":"Water that ran out","unit":"mL","min":0,"max":20000},
  dry_g: {"label":"Weight, dry","unit":"g","min":0,"max":100000},
  volume_ml: {"label":"The pot holds","unit":"mL","min":50,"max":20000},
  wet_g: {"label":"Weight, drained","unit":"g","min":0,"max":100000},
} as const;

export const MediaPart = {
  component: {"max":40},
  parts: {"label":"Parts","min":0,"max":1000},
} as const;

export const MixAsk = {
  parts: {"max":12},
  volume_l: {"unit":"L","min":0.001,"max":1000},
} as const;

export const OxygenAsk = {
  celsius: {"label":"Water at","unit":"°C","min":0,"max":40},
} as const;

export const Parent = {
  name: {"label":"Its name","max":80},
} as const;

export const PestSchedule = {
  days: {"max":1000},
  high_c: {"unit":"°C","min":-30,"max":60},
  hours: {"max":20000},
  low_c: {"unit":"°C","min":-30,"max":60},
} as const;

export const PestsCourse = {
  clear: {"max":40},
  pest: {"max":40},
  plan: {"min":0,"max":8,"whole":true},
  rounds: {"max":40},
  seen: {"max":40},
} as const;

export const PlaceFacts = {
  high_c: {"label":"A usual day","unit":"°C","min":-30,"max":60},
  humidity_percent: {"label":"Usual humidity","unit":"%","min":5,"max":100},
  low_c: {"label":"A usual night","unit":"°C","min":-30,"max":60},
  name: {"label":"Name of the place","max":80},
  zone: {"label":"Time zone, for logs that do not say theirs","max":60},
} as const;

export const PotAsk = {
  base_mm: {"unit":"mm","min":0,"max":600},
  bulb_count: {"min":0,"max":500,"whole":true},
  component: {"max":40},
  growth_mm_day: {"unit":"mm/day","min":0.01,"max":20},
  leaf_span_mm: {"unit":"mm","min":0,"max":3000},
  live_root_ml: {"unit":"mL","min":0,"max":5000},
  longest_mm: {"unit":"mm","min":0,"max":2000},
  reach_mm: {"unit":"mm","min":0,"max":1500},
} as const;

export const PotWeight = {
  days_ago: {"unit":"days","min":0,"max":2000},
  grams: {"unit":"g","min":0.1,"max":100000},
} as const;

export const PotWeights = {
  due_at: {"min":0.01,"max":0.95},
  holds_g: {"unit":"g","min":0.1,"max":50000},
  per_day: {"min":0.001,"max":5},
  weights: {"max":400},
} as const;

export const PotsPot = {
  bottom_depth_mm: {"label":"Depth at the bottom","unit":"mm","min":0,"max":1000},
  bottom_mm: {"label":"Width at the bottom","unit":"mm","min":0,"max":1000},
  crock_mm: {"label":"Coarse layer","unit":"mm","min":0,"max":500},
  height_mm: {"label":"Height","unit":"mm","min":15,"max":1000},
  hole_mm: {"label":"Lowest holes at","unit":"mm","min":0,"max":500},
  rim_mm: {"unit":"mm","min":0,"max":300},
  top_depth_mm: {"label":"Depth at the rim","unit":"mm","min":0,"max":1000},
  top_mm: {"label":"Width at the rim","unit":"mm","min":20,"max":1000},
} as const;

export const ProgressClosing = {
  lesson: {"label":"What it teaches","max":1000},
  word: {"label":"A word on it","max":200},
} as const;

export const PutDays = {
  days: {"max":1000},
} as const;

export const RehomePlan = {
  base_mm: {"label":"Width of its base","unit":"mm","min":0,"max":600},
  dry_line_mm: {"label":"Damp begins under the rim","unit":"mm","min":0,"max":900},
  mix_name: {"max":80},
  parts: {"max":12},
  reach_mm: {"label":"Its root ball hangs","unit":"mm","min":0,"max":1500},
  route: {"max":20},
  sides: {"max":40},
} as const;

export const RootsBranch = {
  at_mm: {"label":"Leaves its root at","unit":"mm","min":0,"max":36000},
  segments: {"max":12},
} as const;

export const RootsDip = {
  diameter_mm: {"label":"Most are as thick as","unit":"mm","min":0.2,"max":30},
  grams: {"label":"The jug shows","unit":"g","min":0.1,"max":20000},
} as const;

export const RootsReading = {
  roots: {"max":400},
} as const;

export const RootsRoot = {
  branches: {"max":12},
  count: {"label":"How many alike","min":1,"max":400,"whole":true},
  growth: {"label":"Growth, 1 oldest","min":0,"max":60,"whole":true},
  id: {"max":24},
  segments: {"max":12},
} as const;

export const RootsSegment = {
  diameter_mm: {"label":"Thickness","unit":"mm","min":0.2,"max":30},
  length_mm: {"label":"Length of this stretch","unit":"mm","min":1,"max":3000},
} as const;

export const ScaleReading = {
  grams: {"unit":"g","min":-100000,"max":100000},
  scale: {"max":40},
} as const;

export const SectionAsk = {
  base_mm: {"unit":"mm","min":0,"max":600},
  bulb_count: {"min":0,"max":500,"whole":true},
  component: {"max":40},
  dry_line_mm: {"unit":"mm","min":0,"max":900},
  growth_mm_day: {"unit":"mm/day","min":0.01,"max":20},
  leaf_span_mm: {"unit":"mm","min":0,"max":3000},
  live_root_ml: {"unit":"mL","min":0,"max":5000},
  longest_mm: {"unit":"mm","min":0,"max":2000},
  parts: {"max":12},
  reach_mm: {"unit":"mm","min":0,"max":1500},
  roots_mm: {"max":60},
} as const;

export const Settings = {
  cut_margin_mm: {"label":"Cut margin, beyond the living part","unit":"mm","min":3,"max":5},
  language: {"label":"Language of the house","max":20},
  latitude_deg: {"label":"Latitude","unit":"°","min":-90,"max":90},
  sides: {"max":40},
  zone: {"max":60},
} as const;

export const Settle = {
  mix: {"max":80},
  note: {"label":"What was done otherwise","max":400},
  person: {"max":60},
  route: {"max":20},
} as const;

export const SettleWish = {
  note: {"max":400},
} as const;

export const SignIn = {
  name: {"label":"Your name","max":60},
  passphrase: {"max":128},
} as const;

export const SolutionsBlend = {
  pure: {"label":"Pure water reads","unit":"ppm","min":0,"max":20000},
  tap: {"label":"Tap water reads","unit":"ppm","min":0,"max":20000},
  target: {"label":"The blend should read","unit":"ppm","min":0,"max":20000},
  volume_l: {"label":"Blend to make","unit":"L","min":0.001,"max":10000},
} as const;

export const SolutionsCalibration = {
  after: {"label":"After it reads","min":0.001,"max":20000},
  before: {"label":"Before it reads","min":0,"max":20000},
  ml_per_l: {"label":"Added to each litre","unit":"mL/L","min":0.001,"max":100},
} as const;

export const SolutionsDilution = {
  fills: {"label":"How many fills","min":0,"max":200,"whole":true},
  make_ml: {"label":"Amount to make","unit":"mL","min":0.01,"max":1000000},
  product: {"max":40},
  stock_ml: {"label":"Stock there is","unit":"mL","min":0.001,"max":1000000},
  use: {"max":40},
  water_ml: {"label":"Water","unit":"mL","min":0.01,"max":1000000},
} as const;

export const SolutionsDose = {
  adds: {"label":"1 mL/L adds","min":0.001,"max":20000},
  most: {"min":0,"max":20000},
  name: {"label":"Name of product","max":80},
  wanted: {"label":"should add","min":0.001,"max":20000},
} as const;

export const SolutionsFeed = {
  density_g_per_ml: {"label":"Density, for a liquid feed","unit":"g/mL","min":0.7,"max":2},
  g_per_l: {"label":"Feed in a litre","unit":"g/L","min":0.0001,"max":500},
  k2o_percent: {"label":"K₂O","unit":"%","min":0,"max":100},
  label_most_ppm_n: {"label":"The most nitrogen your label allows","unit":"ppm","min":0.001,"max":100000},
  n_percent: {"label":"N","unit":"%","min":0,"max":100},
  p2o5_percent: {"label":"P₂O₅","unit":"%","min":0,"max":100},
  volume_l: {"label":"Water","unit":"L","min":0.001,"max":10000},
  wanted_ppm_n: {"label":"Nitrogen wanted","unit":"ppm","min":0.001,"max":100000},
} as const;

export const SolutionsFlush = {
  held_ml: {"unit":"mL","min":0.1,"max":200000},
  holds_percent: {"label":"It holds water","unit":"%","min":1,"max":95},
  left_percent: {"label":"May be left","unit":"%","min":0.01,"max":99.9},
  pot_ml: {"label":"Volume of the pot","unit":"mL","min":0.1,"max":500000},
  start: {"label":"The runoff reads","unit":"ppm","min":0.001,"max":50000},
  target: {"label":"It should come down to","unit":"ppm","min":0.001,"max":50000},
  water: {"label":"The flushing water reads","unit":"ppm","min":0,"max":50000},
} as const;

export const SolutionsMeter = {
  value: {"label":"It reads","min":0,"max":100000},
} as const;

export const SolutionsStack = {
  base: {"label":"The water reads","min":0,"max":20000},
  doses: {"max":10},
  volume_l: {"label":"Water","unit":"L","min":0.001,"max":10000},
} as const;

export const SolutionsStrength = {
  value: {"min":0.0001,"max":1000000},
} as const;

export const SolutionsTools = {
  jug_holds_ml: {"label":"The jug holds","unit":"mL","min":50,"max":20000},
  jug_ml: {"label":"The jug is marked every","unit":"mL","min":1,"max":1000},
  scale_g: {"label":"The scale shows","unit":"g","min":0.001,"max":50},
  syringe_holds_ml: {"label":"The syringe holds","unit":"mL","min":1,"max":500},
  syringe_ml: {"label":"The syringe shows","unit":"mL","min":0.01,"max":10},
} as const;

export const StartCourse = {
  clear: {"max":40},
  pest: {"max":40},
  plan: {"min":0,"max":8,"whole":true},
  rounds: {"max":40},
  seen: {"max":40},
} as const;

export const StartTimer = {
  job: {"max":40},
  seconds: {"min":1,"max":604800,"whole":true},
  words: {"max":120},
} as const;

export const Stock = {
  adds: {"min":0.001,"max":20000},
  amount: {"label":"What is left","min":0,"max":1000000},
  k2o_percent: {"label":"K₂O on its label","unit":"%","min":0,"max":100},
  label_most_percent: {"label":"The most its label allows","unit":"%","min":0.001,"max":100},
  n_percent: {"label":"N on its label","unit":"%","min":0,"max":100},
  name: {"label":"Name on the bottle","max":80},
  note: {"max":400},
  p2o5_percent: {"label":"P₂O₅ on its label","unit":"%","min":0,"max":100},
  percent: {"label":"Strength","unit":"%","min":0.001,"max":100},
  product: {"max":40},
} as const;

export const Taped = {
  error_mm: {"unit":"mm","min":0.1,"max":300},
  length_mm: {"label":"Length","unit":"mm","min":0.5,"max":3000},
  root: {"label":"Follow a new root, by the name","max":24},
} as const;

export const TareScale = {
  scale: {"max":40},
} as const;

export const Tick = {
  job: {"max":40},
  ppm_n: {"unit":"ppm","min":0,"max":400},
} as const;

export const TickJob = {
  count: {"min":0,"max":400,"whole":true},
  item: {"max":60},
} as const;

export const Ticks = {
  ticks: {"max":500},
} as const;

export const Undo = {
  ids: {"max":500},
} as const;

export const UnkeptType2 = {
  blades: {"max":50},
  bulb_count: {"min":0,"max":500,"whole":true},
  cut_days_ago: {"unit":"days","min":0,"max":1000},
  day_c: {"unit":"°C","min":-10,"max":50},
  days: {"unit":"days","min":0,"max":366,"whole":true},
  held_days: {"unit":"days","min":0,"max":1000},
  holding: {"max":20},
  humidity_percent: {"unit":"%","min":5,"max":100},
  leaf_count: {"min":0,"max":500,"whole":true},
  live_root_cm2: {"unit":"cm²","min":0,"max":20000},
  night_c: {"unit":"°C","min":-10,"max":45},
  runs: {"min":0,"max":20000,"whole":true},
  seed: {"min":0,"max":1000000,"whole":true},
  weighings: {"max":200},
} as const;

export const Use = {
  amount: {"label":"Amount","min":0.001,"max":1000000},
  job: {"max":40},
} as const;

export const WatchPlants = {
  agent: {"max":40},
  plants: {"max":500},
} as const;

export const Weigh = {
  grams: {"label":"Weight","unit":"g","min":0.1,"max":100000},
} as const;

export const WorkSeen = {
  caution: {"max":40},
  product: {"max":40},
} as const;
