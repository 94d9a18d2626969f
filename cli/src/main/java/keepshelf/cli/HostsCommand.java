package keepshelf.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.install.HostProfile;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Lists hosts and profiles, or adds a host. */
@Command(
    name = "hosts",
    mixinStandardHelpOptions = true,
    description = "List the hosts of this shelf and the profiles there are, or add a host.",
    footer = {
      "",
      "Example:",
      "  keepshelf hosts --add Lanternhouse --profile lanternhouse --folder"
          + " ~/lanternhouse/materials",
      "Exit codes: 0 done; 2 wrong use; 3 could not be done."
    })
final class HostsCommand implements Callable<Integer> {
  static final class Adding {
    @Option(
        names = "--add",
        required = true,
        paramLabel = "NAME",
        description = "Name of the host to add.")
    String name;

    @Option(
        names = "--profile",
        required = true,
        paramLabel = "PROFILE",
        description = "Identifier of its profile, or the path of one of your own (.json).")
    String profile;

    @Option(
        names = "--folder",
        required = true,
        paramLabel = "DIR",
        description = "The folder it reads materials from.")
    Path folder;
  }

  @ArgGroup(exclusive = false)
  Adding adding;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, adding != null)) {
      if (adding != null) {
        var profile = HostProfile.named(adding.profile);
        if (profile.isEmpty()) {
          out.problem(
              Problem.error(
                  "no-profile",
                  adding.profile,
                  "There is no profile “"
                      + adding.profile
                      + "”. There are: "
                      + String.join(
                          ", ", HostProfile.shipped().stream().map(HostProfile::id).toList())
                      + "."));
          return Exit.USE;
        }
        Path folder = adding.folder.toAbsolutePath().normalize();
        if (Files.exists(folder) && !Files.isDirectory(folder)) {
          out.problem(
              Problem.error(
                  "not-a-folder",
                  folder.toString(),
                  folder + " is a file, not a folder. Name the folder that the host reads."));
          return Exit.FAILED;
        }
        shelf.catalogue().putHost(new HostRecord(adding.name, reference(), folder.toString()));
      }
      print(shelf.catalogue().hosts());
    }
    return Exit.DONE;
  }

  /** The identifier of a shipped profile, or where a person's own lies. */
  private String reference() {
    return adding.profile.endsWith(".json")
        ? Path.of(adding.profile).toAbsolutePath().normalize().toString()
        : adding.profile;
  }

  private void print(List<HostRecord> hosts) {
    if (!out.json) {
      hosts.forEach(h -> out.say(h.name() + "  profile " + h.profile() + "  " + h.folder()));
      if (hosts.isEmpty()) {
        out.say(
            "No hosts yet. Profiles: "
                + String.join(", ", HostProfile.shipped().stream().map(HostProfile::id).toList()));
      }
      return;
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("hosts", hosts);
    m.put("profiles", HostProfile.shipped());
    out.json(m);
  }
}
