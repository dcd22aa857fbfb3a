/**
 * How what the interface shows is made of the project and its runs. Begin with {@link
 * elmtable.server.view.PlanViews} and {@link elmtable.server.view.RunViews}.
 */
package elmtable.server.view;
