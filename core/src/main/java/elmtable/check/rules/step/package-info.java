/**
 * Rules for steps and for what their cells say: keyword, arguments, templates, formulas. Begin with
 * {@link elmtable.check.rules.step.StepChecks}.
 */
package elmtable.check.rules.step;
