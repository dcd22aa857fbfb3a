/**
 * What a step means: the keyword it calls, its cells laid out on the parameters, the names it can
 * use and the elements it acts on. Begin with {@link elmtable.binding.Binder}.
 */
package elmtable.binding;
