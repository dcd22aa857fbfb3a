/**
 * Signatures of keywords, and those that are Java methods. Front door: {@link
 * elmtable.keyword.KeywordRegistry}.
 */
package elmtable.keyword;
