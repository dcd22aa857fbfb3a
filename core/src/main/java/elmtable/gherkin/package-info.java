/**
 * Gherkin: its syntax tree, reader and dialects, and what a feature means to a project. Front
 * doors: {@link elmtable.gherkin.GherkinParser}, {@link elmtable.gherkin.ScenarioCases} and {@link
 * elmtable.gherkin.FeatureBlocks}.
 */
package elmtable.gherkin;
