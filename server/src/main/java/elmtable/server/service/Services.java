package elmtable.server.service;

import elmtable.server.store.RunStore;

/** Everything that the HTTP side talks to. */
public record Services(
    Workspace workspace, ChangeSets changeSets, RunService runs, RunStore store) {}
