// Made from the records of the server; see TypeScriptTypesTest. Do not edit.

export interface BlockView {
    kind: string;
    name: string;
    nameParts: TextPiece[];
    line: number;
    headerLine: number;
    end: number;
    note: string;
    properties: PropertyView[];
    sections: SectionView[];
    executableCount: number;
    exclusionReason?: string;
    last?: Outcome;
    dataSet?: string;
    dataColumns: string[];
    dataRows: number;
}

export interface CaseHistory {
    run: number;
    outcome: Outcome;
}

export interface CaseNode {
    name: string;
    nameParts: TextPiece[];
    line: number;
    executableCount: number;
    exclusionReason?: string;
    last?: Outcome;
}

export interface CasePlanView {
    suite: string;
    path: string;
    name: string;
    nameParts: TextPiece[];
    line: number;
    count: number;
    exclusionReason?: string;
    needed?: string;
    tags: string[];
    executables: ExecutableView[];
}

export interface CaseRunView {
    run: RunView;
    testCase: RunCaseView;
    steps: StepRunView[];
    history: CaseHistory[];
}

export interface CellView {
    source: string;
    start: number;
    parts: TextPiece[];
}

export interface CompletionRequest {
    line: number;
    cell: number;
    text: string;
}

export interface CompletionView {
    kind: string;
    suggestions: SuggestionView[];
}

export interface DocumentNode {
    path: string;
    kinds: string[];
    problems: ProblemCounts;
}

export interface DocumentView {
    path: string;
    revision: number;
    text: string;
    blocks: BlockView[];
    problems: ProblemView[];
    projectProblems: ProblemCounts;
}

export interface EditRequest {
    edits: SheetEditUnion[];
}

export interface EditView {
    document?: string;
    line: number;
    start: number;
    end: number;
    text: string;
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
    last?: Outcome;
    fault?: string;
}

export interface FixView {
    label: string;
    edits: EditView[];
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

export interface LiveView {
    event: RunEventUnion;
}

export interface OutputView {
    name: string;
    kind: string;
    note: string;
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

export interface PlanView {
    count: number;
    all: number;
    environment: string;
    browser: string;
    cases: CasePlanView[];
}

export interface PreviewView {
    problems: ProblemView[];
    projectProblems: ProblemCounts;
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
    current?: DocumentView;
}

export interface ProblemView {
    code: string;
    severity: string;
    line: number;
    start: number;
    end: number;
    message: string;
    fixes: FixView[];
}

export interface ProjectView {
    name: string;
    environments: string[];
    browsers: string[];
    problems: ProblemCounts;
    goingRun?: number;
}

export interface PropertyView {
    word: string;
    value: string;
    line: number;
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

export interface RunDetailView {
    run: RunView;
    cases: RunCaseView[];
}

export interface RunRequest {
    title?: string;
    tags?: string;
    suites?: string[];
    cases?: string[];
    identities?: string[];
    environment?: string;
    browser?: string;
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
    counts: { [P in Outcome]?: number };
    total: number;
}

export interface SaveRequest {
    text: string;
}

export interface SectionView {
    section: string;
    line?: number;
    rows: RowView[];
}

export interface StepRunView {
    step: number;
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
    evidence: EvidenceView[];
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

export interface SuiteNode {
    path: string;
    name: string;
    executableCount: number;
    last?: Outcome;
    cases: CaseNode[];
}

export interface TextPiece {
    text: string;
    origin?: string;
}

export interface TreeView {
    suites: SuiteNode[];
    documents: DocumentNode[];
}

export interface SheetEdit {
    edit: "set cell" | "set cells" | "insert row" | "add row" | "remove rows" | "move rows" | "set property" | "set name" | "set notes" | "add blocks" | "remove block";
}

export interface RunEvent {
    event: "run started" | "case started" | "step started" | "step finished" | "logged" | "evidence kept" | "case finished" | "run finished";
}

export interface Failure {
    message: string;
    wanted: string;
    found: string;
    waitedMillis: number;
}

export interface NamedValue {
    name: string;
    value: string;
}

export interface SetCell extends SheetEdit {
    edit: "set cell";
    line: number;
    cell: number;
    text: string;
}

export interface SetCells extends SheetEdit {
    edit: "set cells";
    line: number;
    cell: number;
    rows: string[][];
}

export interface InsertRow extends SheetEdit {
    edit: "insert row";
    line: number;
    below: boolean;
    cells: string[];
}

export interface AddRow extends SheetEdit {
    edit: "add row";
    block: number;
    section: Section;
    cells: string[];
}

export interface RemoveRows extends SheetEdit {
    edit: "remove rows";
    line: number;
    count: number;
}

export interface MoveRows extends SheetEdit {
    edit: "move rows";
    line: number;
    count: number;
    before: number;
}

export interface SetProperty extends SheetEdit {
    edit: "set property";
    block: number;
    word: string;
    value: string;
}

export interface SetName extends SheetEdit {
    edit: "set name";
    block: number;
    name: string;
}

export interface SetNotes extends SheetEdit {
    edit: "set notes";
    block: number;
    text: string;
}

export interface AddBlocks extends SheetEdit {
    edit: "add blocks";
    block: number;
    text: string;
}

export interface RemoveBlock extends SheetEdit {
    edit: "remove block";
    block: number;
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

export type Section = "values" | "data" | "takes" | "gives" | "elements" | "rows" | "set-up" | "steps" | "tear-down";

export type SheetEditUnion = SetCell | SetCells | InsertRow | AddRow | RemoveRows | MoveRows | SetProperty | SetName | SetNotes | AddBlocks | RemoveBlock;

export type RunEventUnion = RunStarted | CaseStarted | StepStarted | StepFinished | Logged | EvidenceKept | CaseFinished | RunFinished;
