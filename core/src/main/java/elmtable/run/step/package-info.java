/**
 * One step: its arguments, what it is called with, what it gives and what is told of it. Begin with
 * {@link elmtable.run.step.StepRunner}.
 */
package elmtable.run.step;
