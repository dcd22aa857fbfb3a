// Made from the records of the server; see TypeScriptTypesTest. Do not edit.

export interface AnalysisView {
    version: number;
    snapshot: number;
    token: string;
    starts: number[];
    above: number;
    below: number;
    between: BlockMeaning[];
    problems: BlockProblem[];
}

export interface BeginRequest {
    address: string;
}

export interface BeginView {
    address: string;
    title: string;
    page: string;
    picture?: string;
    elements: ProposedElement[];
    warning?: string;
    failure?: string;
}

export interface BlockMeaning {
    name: ReferenceView[];
    dataSet?: string;
    dataColumns: string[];
    dataRows: number;
    rows: RowMeaning[];
    problems: BlockProblem[];
}

export interface BlockNode {
    kind: string;
    name: string;
    path: string;
    line: number;
    note: string;
    group: string;
    detail: string;
    size?: number;
    errors: number;
    warnings: number;
}

export interface BlockProblem {
    code: string;
    severity: string;
    line: number;
    start: number;
    end: number;
    message: string;
    fixes: string[];
}

export interface BoxView {
    x: number;
    y: number;
    width: number;
    height: number;
}

export interface CaseHistory {
    run: number;
    outcome: Outcome;
}

export interface CaseNode {
    name: string;
    nameParts: TextPiece[];
    line: number;
    tags: string[];
    executableCount: number;
    exclusionReason?: string;
    last?: Outcome;
    millis?: number;
}

export interface CaseOutcomeView {
    line: number;
    executableCount: number;
    exclusionReason?: string;
    last?: Outcome;
    millis?: number;
}

export interface CasePlanView {
    index: number;
    suite: string;
    path: string;
    name: string;
    nameParts: TextPiece[];
    line: number;
    count: number;
    expectedMillis?: number;
    exclusionReason?: string;
    needed?: string;
    tags: string[];
    executables: ExecutableView[];
}

export interface CaseRunView {
    run: RunView;
    testCase: RunCaseView;
    stepCount: number;
    steps: StepRunView[];
    history: CaseHistory[];
}

export interface CellView {
    source: string;
    start: number;
    parts: TextPiece[];
}

export interface ChangesDone {
    id: number;
    leftOut: number;
}

export interface ChangesRequest {
    author?: string;
    documents: DocumentChange[];
}

export interface ComparedView {
    count: number;
    cases: RunCaseView[];
}

export interface ComparisonView {
    with?: number;
    broken: ComparedView;
    fixed: ComparedView;
    slower: ComparedView;
    added: number;
    gone: number;
}

export interface CompletionRequest {
    line: number;
    cell: number;
    text: string;
    property?: string;
}

export interface CompletionView {
    kind: string;
    suggestions: SuggestionView[];
}

export interface DataColumn {
    name: string;
    from?: string;
    numeric: boolean;
    unused?: boolean;
}

export interface DataPart {
    name: string;
    rows?: number;
}

export interface DataRowView {
    number: number;
    cells: string[];
    fault?: string;
    leftOut?: boolean;
    inFile?: number;
}

export interface DataSetView {
    name: string;
    note: string;
    path: string;
    line: number;
    source: string;
    file?: string;
    upload?: string;
    parts: DataPart[];
    stages: DataStage[];
    columns: DataColumn[];
    rows?: number;
    leftOut?: number;
    shown: DataRowView[];
    broken?: string;
}

export interface DataStage {
    word: string;
    said: string;
    rows?: number;
}

export interface DecidedView {
    verdict: string;
    author: string;
    at: string;
    run: number;
}

export interface Decision {
    sentence: string;
    cells?: string[];
    undecided?: boolean;
}

export interface DifferenceRequest {
    text: string;
}

export interface DifferenceView {
    version: number;
    change: TextChange;
}

export interface DocumentChange {
    path: string;
    version: number;
    change: TextChange;
}

export interface DocumentHandle {
    id: number;
    path: string;
    version: number;
}

export interface DocumentNode {
    path: string;
    kinds: string[];
    problems: ProblemCounts;
}

export interface DocumentText {
    id: number;
    path: string;
    version: number;
    text: string;
}

export interface DraftsRequest {
    path: string;
    name: string;
    keys: string[];
    author?: string;
}

export interface ElementTrial {
    name: string;
    example?: string;
    count?: number;
    boxes: BoxView[];
    fault?: string;
    repair?: RepairView;
    proposals: ProposalView[];
}

export interface ElementView {
    name: string;
    line: number;
    by: string;
    locator: string;
    in: string;
    note: string;
    fragile?: string;
}

export interface EnvironmentCell {
    text?: string;
    from?: string;
    typed?: boolean;
}

export interface EnvironmentColumn {
    name: string;
    path: string;
    line: number;
    note: string;
    like?: string;
}

export interface EnvironmentValue {
    name: string;
    secret: boolean;
    note: string;
    cells: EnvironmentCell[];
}

export interface EnvironmentsView {
    environments: EnvironmentColumn[];
    values: EnvironmentValue[];
    kept: KeptValueView[];
}

export interface EvidenceView {
    kind: string;
    file: string;
    note: string;
}

export interface ExecutableView {
    identity: string;
    name: string;
    row: number;
    values: { [index: string]: string };
    environment: string;
    browser: string;
    last?: Outcome;
    usualMillis?: number;
    fault?: string;
}

export interface ExecutablesView {
    from: number;
    executables: ExecutableView[];
}

export interface FileProblem {
    path: string;
    why: string;
}

export interface FileProposals {
    path: string;
    parts: number;
    sets: ProposedSet[];
}

export interface FindingView {
    key: string;
    count: number;
    cases: RunCaseView[];
    shared: SharedValueView[];
    decided?: DecidedView;
}

export interface FindingsView {
    grouped: number;
    notPassed: number;
    findings: FindingView[];
}

export interface FirstDocuments {
    suite: string;
    documents: number;
}

export interface FirstDocumentsRequest {
    address: string;
    page: string;
    title: string;
    elements: ProposedElement[];
    author?: string;
}

export interface FixRequest {
    path: string;
    version: number;
    line: number;
    start: number;
    code: string;
    fix: string;
}

export interface FolderChangeView {
    path: string;
    document: number;
    from?: number;
    to?: number;
}

export interface ForgetRequest {
    environment: string;
    name: string;
}

export interface FoundLine {
    path: string;
    line: number;
    title: string;
    text: string;
}

export interface FoundLines {
    count: number;
    lines: FoundLine[];
}

export interface HistoryEntry {
    from: number;
    to: number;
    author: string;
    began: string;
    ended: string;
    what: string[];
}

export interface HistoryView {
    entries: HistoryEntry[];
    more: boolean;
}

export interface IntakeRequest {
    path: string;
    mapping?: { [index: string]: string };
    decisions?: Decision[];
}

export interface IntakeView {
    path: string;
    headings: string[];
    mapping: { [index: string]: string };
    scenarios: ScenarioView[];
    said: number;
    nearly: number;
    not: number;
    gone: string[];
    broken?: string;
}

export interface KeptSessionView {
    id: string;
    fixture: string;
    environment: string;
    browser: string;
    setUpAt: string;
    setUpMillis: number;
    uses: number;
    savedMillis: number;
    cookies: string[];
    domains: string[];
    expires?: string;
}

export interface KeptValueView {
    environment: string;
    name: string;
    value: string;
}

export interface KeywordView {
    name: string;
    group: string;
    note: string;
    phrases: string[];
    takes: ParameterView[];
    gives: OutputView[];
    path?: string;
    line?: number;
    steps: RowView[];
}

export interface LeftFixtureView {
    number: number;
    name: string;
    gave: NamedValue[];
}

export interface LiveMessage {
    live: "welcome" | "updated" | "documents" | "folder" | "checked" | "runs" | "events" | "over" | "here" | "gone";
}

export interface LiveRequest {
    live: "watch" | "i am" | "beat";
}

export interface MatchView {
    keyword: string;
    score: number;
    cells: string[];
    missing: string[];
}

export interface NewDocumentRequest {
    path: string;
    text: string;
    author?: string;
}

export interface OrderPart {
    phase: string;
    kind: string;
    scope: string;
    name: string;
    path: string;
    line: number;
    steps: RowView[];
    keptFor?: string;
    millis?: number;
}

export interface OrderView {
    title: TextPiece[];
    suite: string;
    path: string;
    line: number;
    executableCount: number;
    run?: number;
    number?: number;
    parts: OrderPart[];
}

export interface OutcomesView {
    version: number;
    cases: CaseOutcomeView[];
}

export interface OutputView {
    name: string;
    kind: string;
    note: string;
}

export interface PageTrialView {
    address: string;
    title: string;
    millis: number;
    picture?: string;
    elements: ElementTrial[];
    unnamed: UnnamedElement[];
    failure?: string;
}

export interface PageView {
    name: string;
    note: string;
    path: string;
    line: number;
    address: string;
    elements: ElementView[];
    fixtures: string[];
}

export interface ParameterView {
    name: string;
    kind: string;
    fallback: string;
    optional: boolean;
    note: string;
}

export interface PathProblems {
    path: string;
    problems: ProblemView[];
}

export interface PlaceView {
    path: string;
    line: number;
    title: string;
}

export interface PlanView {
    count: number;
    all: number;
    environment: string;
    browser: string;
    schedule: ScheduleView;
    warnings: string[];
    cases: CasePlanView[];
}

export interface Presence {
    client: string;
    name: string;
    document: number;
    version: number;
    offset: number;
    text?: string;
}

export interface PreviewDocument {
    path: string;
    version: number;
    before: string;
    after: string;
    change: TextChange;
}

export interface ProblemCounts {
    errors: number;
    warnings: number;
    notices: number;
}

export interface ProblemDetails {
    type: string;
    title: string;
    status: number;
    detail: string;
    since?: UpdatesView;
    full?: boolean;
    thinned?: boolean;
}

export interface ProblemView {
    code: string;
    severity: string;
    line: number;
    start: number;
    end: number;
    message: string;
}

export interface ProjectView {
    name: string;
    environments: string[];
    browsers: string[];
    problems: ProblemCounts;
    files: FileProblem[];
    goingRun?: number;
}

export interface ProposalView {
    by: string;
    value: string;
    count: number;
    why: string;
}

export interface ProposedElement {
    name: string;
    by: string;
    value: string;
    role: string;
}

export interface ProposedSet {
    name: string;
    properties: string[];
    columns: string[];
    rows?: number;
    first: string[][];
    fault?: string;
    broken?: string;
}

export interface RefactoringPreview {
    refusal?: string;
    warnings: string[];
    documents: PreviewDocument[];
    places: PlaceView[];
    takes: TakenView[];
    gives: string[];
}

export interface RefactoringRequest {
    what: string;
    path: string;
    version: number;
    line: number;
    count?: number;
    cell?: number;
    name?: string;
    except?: PlaceView[];
}

export interface ReferenceView {
    cell: number;
    from: number;
    to: number;
    origin: string;
}

export interface RemovedDocument {
    id: number;
    path: string;
    at?: string;
}

export interface RenameRequest {
    path: string;
}

export interface RepairView {
    by: string;
    value: string;
    name: string;
    likeness: number;
}

export interface RepeatView {
    count: number;
    saved: number;
    steps: RowView[];
    places: PlaceView[];
}

export interface ReplacedSet {
    name: string;
    before: string;
    after: string;
    compared?: number;
    broken?: string;
}

export interface RowLensStep {
    line: number;
    values: { [index: string]: string };
    condition?: boolean;
}

export interface RowLensView {
    row: number;
    count: number;
    name: string;
    columns: string[];
    values: string[];
    steps: RowLensStep[];
    fault?: string;
}

export interface RowMeaning {
    line: number;
    references?: ReferenceView[];
    keyword?: string;
    composed?: boolean;
    captions?: string[];
    missing?: string[];
    given?: string[];
}

export interface RowView {
    line: number;
    cells: CellView[];
    step?: StepView;
}

export interface RunCaseView {
    number: number;
    identity: string;
    name: string;
    suite: string;
    document: string;
    line: number;
    row: number;
    values: { [index: string]: string };
    tags: string[];
    outcome?: Outcome;
    millis: number;
    failure?: Failure;
}

export interface RunCasesView {
    total: number;
    from: number;
    cases: RunCaseView[];
}

export interface RunDetailView {
    run: RunView;
    suites: SuiteCountsView[];
    setUps: RunSetUpView[];
    left: LeftFixtureView[];
}

export interface RunRequest {
    title?: string;
    plan?: string;
    again?: number;
    notPassed?: boolean;
    tags?: string;
    suites?: string[];
    cases?: string[];
    identities?: string[];
    environments?: string[];
    browsers?: string[];
    workers?: number;
    tries?: number;
    stopAfter?: number;
    seen?: boolean;
    paceMillis?: number;
    pictures?: boolean;
}

export interface RunSetUpView {
    name: string;
    scope: string;
    kept: boolean;
    number?: number;
    times: number;
    savedMillis: number;
}

export interface RunView {
    id: number;
    title: string;
    environment: string;
    browser: string;
    workers: number;
    seed: number;
    started: string;
    finished?: string;
    state: string;
    paused?: boolean;
    counts: { [P in Outcome]?: number };
    total: number;
}

export interface SavedPlanView {
    name: string;
    count?: number;
    fault?: string;
    path: string;
    line: number;
    note?: string;
    tags: string;
    suites: string[];
    environments: string[];
    browsers: string[];
    workers?: number;
    tries?: number;
    stopAfter?: number;
    seed?: number;
    pictures?: boolean;
}

export interface ScenarioView {
    key: string;
    repeated?: boolean;
    title: string;
    row: number;
    sentences: SentenceView[];
    covered?: PlaceView;
    changed?: boolean;
}

export interface ScheduleView {
    millis: number;
    workers: SpanView[][];
}

export interface SecretRequest {
    environment: string;
    name: string;
    value: string;
}

export interface SentenceView {
    part: string;
    text: string;
    state: string;
    decided: boolean;
    cells?: string[];
    matches: MatchView[];
}

export interface SetUpUseView {
    number?: number;
    scope: string;
    kept: boolean;
    times: number;
    millis: number;
}

export interface SettingsRequest {
    keptRuns: number;
    keptDays: number;
}

export interface SettingsView {
    keptRuns: number;
    keptDays: number;
    folder?: string;
    data: string;
}

export interface SharedValueView {
    name: string;
    value: string;
    notPassed: number;
    all: number;
}

export interface SpanView {
    suite: string;
    fromMillis: number;
    millis: number;
    caseMillis: number[];
}

export interface StepCompletionRequest {
    cells: string[];
    cell: number;
    text: string;
}

export interface StepRunView {
    step: number;
    place: number;
    number?: number;
    phase: string;
    keyword: string;
    arguments: string[];
    document: string;
    line: number;
    startMillis: number;
    millis: number;
    outcome?: Outcome;
    resolved: NamedValue[];
    kept: NamedValue[];
    failure?: Failure;
    reason?: string;
    log: string[];
    setUp?: SetUpUseView;
    evidence: EvidenceView[];
    stepCount: number;
    steps: StepRunView[];
}

export interface StepView {
    keyword?: string;
    composed: boolean;
    captions: string[];
    marksFrom: number;
    missing: string[];
    off: boolean;
}

export interface SuggestionView {
    insert: string;
    label: string;
    matched: number[];
    why: string;
    signature: string;
    note: string;
    parameters: string[];
}

export interface SuiteCountsView {
    suite: string;
    total: number;
    counts: { [P in Outcome]?: number };
}

export interface SuiteNode {
    path: string;
    name: string;
    executableCount: number;
    last?: Outcome;
    cases: CaseNode[];
}

export interface TakeBackRequest {
    version: number;
    author?: string;
}

export interface TakenView {
    name: string;
    kind: string;
    arguments: string[];
}

export interface TextPiece {
    text: string;
    origin?: string;
}

export interface TreeView {
    suites: SuiteNode[];
    documents: DocumentNode[];
}

export interface TrialRequest {
    page: string;
    environment?: string;
    browser?: string;
    fixture?: string;
}

export interface UnnamedElement {
    name: string;
    role: string;
    box: BoxView;
    proposals: ProposalView[];
}

export interface UpdateView {
    client: string;
    author: string;
    at: string;
    change: TextChange;
}

export interface UpdatesRequest {
    version: number;
    client: string;
    first: number;
    author?: string;
    updates: TextChange[];
}

export interface UpdatesView {
    version: number;
    updates: UpdateView[];
}

export interface UseView {
    path: string;
    line: number;
    kind: string;
    title: TextPiece[];
    where: string;
    declares: boolean;
    last?: Outcome;
}

export interface VerdictRequest {
    verdict: string;
    author?: string;
}

export interface TextChange {
}

export interface NamedValue {
    name: string;
    value: string;
}

export interface Welcome extends LiveMessage {
    live: "welcome";
    server: string;
}

export interface Updated extends LiveMessage {
    live: "updated";
    document: number;
    after: number;
    updates?: UpdateView[];
}

export interface Documents extends LiveMessage {
    live: "documents";
}

export interface Folder extends LiveMessage {
    live: "folder";
    changes: FolderChangeView[];
}

export interface Checked extends LiveMessage {
    live: "checked";
    snapshot: number;
    problems: ProblemCounts;
    documents: number[];
}

export interface Runs extends LiveMessage {
    live: "runs";
}

export interface Events extends LiveMessage {
    live: "events";
    run: number;
    from: number;
    events: RunEventUnion[];
}

export interface Over extends LiveMessage {
    live: "over";
    run: number;
}

export interface Here extends LiveMessage {
    live: "here";
    presence: Presence;
}

export interface Gone extends LiveMessage {
    live: "gone";
    client: string;
}

export interface Watch extends LiveRequest {
    live: "watch";
    documents: number[];
    runs: { [index: string]: number };
}

export interface IAm extends LiveRequest {
    live: "i am";
    presence: Presence;
}

export interface Beat extends LiveRequest {
    live: "beat";
}

export interface Failure {
    message: string;
    wanted: string;
    found: string;
    waitedMillis: number;
}

export interface RunEvent {
    event: "run started" | "cases planned" | "case started" | "step started" | "step finished" | "logged" | "set-up used" | "tear-down due" | "evidence kept" | "case finished" | "run finished";
}

export interface RunStarted extends RunEvent {
    event: "run started";
    at: string;
    run: string;
    title: string;
    environment: string;
    browser: string;
    workers: number;
    seed: number;
    total: number;
}

export interface CasesPlanned extends RunEvent {
    event: "cases planned";
    at: string;
    cases: Planned[];
}

export interface CaseStarted extends RunEvent {
    event: "case started";
    at: string;
    number: number;
    worker: number;
    attempt: number;
}

export interface StepStarted extends RunEvent {
    event: "step started";
    at: string;
    number: number;
    step: number;
    parent: number;
    phase: string;
    keyword: string;
    arguments: string[];
    document: string;
    line: number;
}

export interface StepFinished extends RunEvent {
    event: "step finished";
    at: string;
    number: number;
    step: number;
    outcome: Outcome;
    millis: number;
    resolved: NamedValue[];
    kept: NamedValue[];
    failure: Failure;
    reason: string;
}

export interface Logged extends RunEvent {
    event: "logged";
    at: string;
    number: number;
    step: number;
    text: string;
}

export interface SetUpUsed extends RunEvent {
    event: "set-up used";
    at: string;
    number: number;
    step: number;
    name: string;
    setUpIn: number;
    scope: string;
    kept: boolean;
    times: number;
    setUpMillis: number;
}

export interface TearDownDue extends RunEvent {
    event: "tear-down due";
    at: string;
    number: number;
    name: string;
    gave: NamedValue[];
}

export interface EvidenceKept extends RunEvent {
    event: "evidence kept";
    at: string;
    number: number;
    step: number;
    kind: string;
    file: string;
    note: string;
}

export interface CaseFinished extends RunEvent {
    event: "case finished";
    at: string;
    number: number;
    outcome: Outcome;
    millis: number;
    failure: Failure;
}

export interface RunFinished extends RunEvent {
    event: "run finished";
    at: string;
    stopped: boolean;
    counts: { [P in Outcome]?: number };
}

export interface Planned {
    number: number;
    identity: string;
    name: string;
    suite: string;
    document: string;
    line: number;
    row: number;
    values: { [index: string]: string };
    tags: string[];
}

export type Outcome = "passed" | "failed" | "error" | "blocked" | "skipped" | "not-run";

export type LiveMessageUnion = Welcome | Updated | Documents | Folder | Checked | Runs | Events | Over | Here | Gone;

export type LiveRequestUnion = Watch | IAm | Beat;

export type RunEventUnion = RunStarted | CasesPlanned | CaseStarted | StepStarted | StepFinished | Logged | SetUpUsed | TearDownDue | EvidenceKept | CaseFinished | RunFinished;
