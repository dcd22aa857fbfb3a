package elmtable.plan;

/** Where an executable case runs; an empty name stands for none, where the project has none. */
public record RunTarget(String environment, String browser) {}
