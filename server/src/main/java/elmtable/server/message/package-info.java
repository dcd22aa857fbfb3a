/**
 * What the interface gets and sends, as JSON. TypeScript types are made from these records. Lines
 * count from 1, columns from 0; what is {@link elmtable.server.message.Nullable} is left out where
 * there is nothing. Begin with {@link elmtable.server.message.Messages}.
 */
package elmtable.server.message;
