/**
 * Values, formulas, and templates with references. Front doors: {@link elmtable.formula.Template}
 * and {@link elmtable.formula.Evaluator}.
 */
package elmtable.formula;
