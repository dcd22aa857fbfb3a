package elmtable.server.service;

import elmtable.project.Environments;
import elmtable.project.Project;
import java.util.List;

/** A secret without a value, which is said before anything runs; the message is for a person. */
public final class MissingSecretException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private MissingSecretException(String name, String environment) {
    super(said(name, environment), null, false, false);
  }

  static String said(String name, String environment) {
    return "The secret “"
        + name
        + "” of the environment "
        + environment
        + " has no value. Type it in under Environments, or give it on the command line by --set.";
  }

  /** Throws it for the first secret that has no value in one of these environments. */
  public static void require(Project project, List<String> environments) {
    for (String environment : environments) {
      Environments.missingSecrets(project.index(), environment).stream()
          .findFirst()
          .ifPresent(name -> {
            throw new MissingSecretException(name, environment);
          });
    }
  }
}
