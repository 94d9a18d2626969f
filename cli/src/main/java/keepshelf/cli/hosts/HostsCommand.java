package keepshelf.cli.hosts;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.install.HostWindows;
import keepshelf.core.install.profile.HostProfile;
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
public final class HostsCommand implements Callable<Integer> {
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

  static final class Moving {
    @Option(
        names = "--moved",
        required = true,
        paramLabel = "NAME",
        description = "Name of a host whose folder was moved.")
    String name;

    @Option(names = "--to", required = true, paramLabel = "DIR", description = "Where it is now.")
    Path folder;
  }

  /** What is to be done; without any the hosts are listed. */
  static final class Doing {
    @ArgGroup(exclusive = false)
    Adding adding;

    @ArgGroup(exclusive = false)
    Moving moving;

    @Option(
        names = "--check-profile",
        paramLabel = "FILE",
        description = "Say whether a profile of one's own is sound.")
    Path profile;

    @Option(
        names = "--show-profile",
        paramLabel = "PROFILE",
        description = "Print a profile, to be copied and changed.")
    String shown;

    @Option(
        names = "--open",
        paramLabel = "NAME",
        description = "Open the window of a simulated host on its folder.")
    String open;
  }

  @ArgGroup(exclusive = true)
  Doing doing = new Doing();

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (doing.profile != null) {
      HostProfile p = HostProfile.named(doing.profile.toString()).orElse(null);
      if (p == null) {
        out.problem(
            Problem.error(
                "not-a-profile",
                doing.profile.toString(),
                Words.of("hostsCommand.does-not-end-json", doing.profile)));
        return Exit.USE;
      }
      out.say(Words.of("hostsCommand.profile-sound", p.name()));
      return Exit.DONE;
    }
    if (doing.shown != null) {
      return show();
    }
    try (Shelf shelf = shelfOption.open(out, doing.adding != null)) {
      if (doing.moving != null) {
        boolean lost =
            out.problems(
                shelf
                    .installer()
                    .follow(ItemArguments.host(shelf, doing.moving.name), doing.moving.folder));
        print(shelf.catalogue().hosts());
        return lost ? Exit.PROBLEMS : Exit.DONE;
      }
      if (doing.open != null) {
        return open(ItemArguments.host(shelf, doing.open));
      }
      if (doing.adding != null) {
        int exit = add(shelf);
        if (exit != Exit.DONE) {
          return exit;
        }
      }
      print(shelf.catalogue().hosts());
    }
    return Exit.DONE;
  }

  private int show() throws ShelfException {
    var profile = HostProfile.named(doing.shown);
    if (profile.isEmpty()) {
      return unknown(doing.shown);
    }
    out.text(profile.get().text());
    return Exit.DONE;
  }

  private int unknown(String name) {
    out.problem(
        Problem.error(
            "no-profile",
            name,
            Words.of(
                "hostsCommand.there-no-profile-there",
                name,
                String.join(", ", HostProfile.shipped().stream().map(HostProfile::id).toList()))));
    return Exit.USE;
  }

  private int open(HostRecord host) throws ShelfException {
    String reader = HostProfile.named(host.profile()).map(HostProfile::reader).orElse(null);
    if (reader == null) {
      out.problem(
          Problem.error(
              "no-window",
              host.name(),
              Words.of("hostsCommand.no-simulated-host-open-yourself", host.name())));
      return Exit.FAILED;
    }
    HostWindows.open(reader, Path.of(host.folder()));
    out.say(Words.of("hostsCommand.opening", host.name(), host.folder()));
    return Exit.DONE;
  }

  private int add(Shelf shelf) throws ShelfException {
    Adding adding = doing.adding;
    if (HostProfile.named(adding.profile).isEmpty()) {
      return unknown(adding.profile);
    }
    Path folder = adding.folder.toAbsolutePath().normalize();
    if (Files.exists(folder) && !Files.isDirectory(folder)) {
      out.problem(
          Problem.error(
              "not-a-folder",
              folder.toString(),
              Words.of("hostsCommand.file-not-folder-name-folder", folder)));
      return Exit.FAILED;
    }
    shelf.installer().addHost(new HostRecord(adding.name, reference(), folder.toString()));
    return Exit.DONE;
  }

  /** The identifier of a shipped profile, or where a person's own lies. */
  private String reference() {
    return doing.adding.profile.endsWith(".json")
        ? Path.of(doing.adding.profile).toAbsolutePath().normalize().toString()
        : doing.adding.profile;
  }

  private void print(List<HostRecord> hosts) {
    if (!out.json) {
      hosts.forEach(h -> out.say(h.name() + "  profile " + h.profile() + "  " + h.folder()));
      if (hosts.isEmpty()) {
        out.say(
            Words.of(
                "hostsCommand.no-hosts-yet-profiles",
                String.join(", ", HostProfile.shipped().stream().map(HostProfile::id).toList())));
      }
      return;
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("hosts", hosts);
    m.put("profiles", HostProfile.shipped());
    out.json(m);
  }
}
