package keepshelf.desktop.hosts;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.install.HostWindows;
import keepshelf.core.install.Installer;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** The hosts of the shelf with their profiles, one's own profiles among them. */
public final class HostList {
  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final ObservableList<HostRecord> hosts = FXCollections.observableArrayList();
  private final Map<String, HostProfile> profiles = new HashMap<>();

  HostList(Shelf shelf, WorkList work, Runnable changed) {
    this.shelf = shelf;
    this.work = work;
    this.changed = changed;
  }

  /** The hosts by name. */
  public ObservableList<HostRecord> hosts() {
    return hosts;
  }

  /**
   * Hosts as they were read.
   *
   * @param hosts by name
   * @param profiles of those whose profile can be read, by the host's name
   */
  record Read(List<HostRecord> hosts, Map<String, HostProfile> profiles) {}

  /** Reads them anew; in the background, as profiles of one's own are files. */
  Read read() {
    List<HostRecord> now = shelf.catalogue().hosts();
    Map<String, HostProfile> known = new HashMap<>();
    now.forEach(h -> HostProfile.find(h.profile()).ifPresent(p -> known.put(h.name(), p)));
    return new Read(now, known);
  }

  /** Shows what was read. */
  void show(Read read) {
    profiles.clear();
    profiles.putAll(read.profiles());
    hosts.setAll(read.hosts());
  }

  /** The profile of a host, if it can be read. */
  Optional<HostProfile> profile(String host) {
    return Optional.ofNullable(profiles.get(host));
  }

  /** Where one's own profiles are kept, with the shelf. */
  Path folder() {
    return Installer.profiles(shelf.folder());
  }

  /** References of one's own profiles, by their file names. */
  List<String> own() {
    List<String> out = new ArrayList<>();
    if (Files.isDirectory(folder())) {
      try (var files = Files.list(folder())) {
        files
            .filter(f -> f.toString().endsWith(".json"))
            .sorted()
            .forEach(f -> out.add(f.toString()));
      } catch (IOException e) {
        work.problems()
            .add(
                Problem.error(
                    "disk",
                    folder().toString(),
                    DiskTrouble.sentence(e, "reading the profiles in " + folder())));
      }
    }
    return out;
  }

  /**
   * Adds a host, or changes the one of that name.
   *
   * @param profile identifier of a shipped profile, or the path of one's own
   */
  public void add(String name, String profile, Path at) {
    work.start(
        Words.of("hosts.add"),
        job -> {
          if (name.isBlank()) {
            throw new ShelfException(
                Problem.error(
                    "no-name", null, "A host needs a name. Give the name of the program."));
          }
          shelf
              .installer()
              .addHost(
                  new HostRecord(name.trim(), profile, at.toAbsolutePath().normalize().toString()));
          work.ui(changed);
        });
  }

  /** Follows a host whose folder was moved. */
  public void follow(HostRecord host, Path to) {
    work.start(
        Words.of("hosts.moved"),
        job -> {
          List<Problem> lost = shelf.installer().follow(host, to);
          work.ui(() -> {
            work.problems().addAll(lost);
            changed.run();
          });
        });
  }

  /** Opens the window of a simulated host. */
  public void open(HostRecord host) {
    profile(host.name())
        .map(HostProfile::reader)
        .ifPresent(r ->
            work.start(Words.of("hosts.open"), job -> HostWindows.open(r, Path.of(host.folder()))));
  }

  /**
   * Keeps a profile of one's own and uses it for a host.
   *
   * @param text that was checked
   * @param template text of its template, or null
   */
  void keep(HostRecord host, ProfileDraft draft, String template) {
    work.start(
        Words.of("hosts.profile.keep"),
        job -> {
          Path file = folder().resolve(draft.id() + ".json");
          try {
            Files.createDirectories(folder());
            FileTrees.writeAtomically(
                file, draft.text().getBytes(java.nio.charset.StandardCharsets.UTF_8));
            if (template != null && draft.template() != null) {
              FileTrees.writeAtomically(
                  file.resolveSibling(draft.template()),
                  template.getBytes(java.nio.charset.StandardCharsets.UTF_8));
            }
          } catch (IOException e) {
            throw ShelfException.ofDisk(file.toString(), "keeping " + file, e);
          }
          HostProfile.named(file.toString());
          shelf.catalogue().putHost(new HostRecord(host.name(), file.toString(), host.folder()));
          work.ui(changed);
        });
  }
}
