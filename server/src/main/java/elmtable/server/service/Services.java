package elmtable.server.service;

import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;

/** Everything that the HTTP side talks to. */
public record Services(
    Workspace workspace,
    DocumentStore documents,
    ChangeSets changeSets,
    DataFiles files,
    RunService runs,
    RunStore store) {}
