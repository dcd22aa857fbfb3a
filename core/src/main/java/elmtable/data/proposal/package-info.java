/**
 * What a file could be read as: how its values are divided, and the data sets that could be made of
 * it. The front door is {@link elmtable.data.proposal.DataProposals}.
 */
package elmtable.data.proposal;
