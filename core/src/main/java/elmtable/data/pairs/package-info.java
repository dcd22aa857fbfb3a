/**
 * Few rows in which every pair of values of any two columns stands together at least once. Front
 * door: {@link elmtable.data.pairs.PairwiseRows}.
 */
package elmtable.data.pairs;
