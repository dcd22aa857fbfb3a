/** Selections and what they expand to. Front door: {@link elmtable.plan.Planner}. */
package elmtable.plan;
