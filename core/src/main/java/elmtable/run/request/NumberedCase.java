package elmtable.run.request;

import elmtable.plan.ExecutableCase;

/**
 * A case with its number in the run.
 *
 * @param number from 1
 */
public record NumberedCase(int number, ExecutableCase executable) {}
