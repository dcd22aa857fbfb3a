/** The keywords that come with Elm Table, a class a group. */
package elmtable.keyword.builtin;
