/**
 * What is asked of any file before and while it is read: its kind, its byte-order mark, the limits
 * that it may not go beyond, and why it cannot be read.
 */
package elmtable.data.file;
