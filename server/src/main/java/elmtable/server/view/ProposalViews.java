package elmtable.server.view;

import elmtable.data.proposal.DataProposal;
import elmtable.data.proposal.DataProposals;
import elmtable.data.source.ProjectFiles;
import elmtable.project.Project;
import elmtable.project.entry.DataEntry;
import elmtable.server.message.DataMessages.FileProposals;
import elmtable.server.message.DataMessages.ProposedSet;
import java.util.List;

/** The data sets that could be made of a file. */
public final class ProposalViews {
  private ProposalViews() {}

  /**
   * @param files those of the project with the one at the path
   */
  public static FileProposals of(Project project, ProjectFiles files, String path) {
    List<String> names = project.index().dataSets().stream().map(DataEntry::name).toList();
    DataProposals.Found found = DataProposals.of(files, path, names);
    return new FileProposals(
        path, found.parts(), found.sets().stream().map(ProposalViews::set).toList());
  }

  private static ProposedSet set(DataProposal proposal) {
    String broken = proposal.summary().broken();
    return new ProposedSet(
        proposal.name(),
        proposal.properties(),
        proposal.summary().columns(),
        proposal.summary().whole() ? proposal.summary().rows() : null,
        proposal.first(),
        proposal.summary().faults().isEmpty() ? null : proposal.summary().faults().get(0).fault(),
        broken.isEmpty() ? null : broken);
  }
}
