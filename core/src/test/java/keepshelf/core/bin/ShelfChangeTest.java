package keepshelf.core.bin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import keepshelf.core.bin.ShelfChange.Move;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.disk.StorageException;
import keepshelf.core.disk.UnfinishedException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A change of packs is done whole, or everything is as before; what broke off is finished. */
class ShelfChangeTest {
  @TempDir Path dir;
  private ShelfFolder shelf;
  private final Catalogue catalogue = mock(Catalogue.class);
  private final List<String> steps = new ArrayList<>();

  private static PackRecord pack(String id, String folder, String name) {
    return new PackRecord(
        id,
        name,
        null,
        null,
        null,
        null,
        null,
        folder,
        null,
        "2026-02-03T04:05:06Z",
        List.of(),
        List.of(),
        null,
        null,
        List.of());
  }

  private final PackRecord ropes = pack("p1", "packs/ropes", "Ropes");
  private final PackRecord nets = pack("p2", "packs/nets", "Nets");

  @BeforeEach
  void shelf() throws IOException {
    shelf = new ShelfFolder(dir.resolve("shelf"));
    shelf.create();
    for (PackRecord p : List.of(ropes, nets)) {
      Files.createDirectories(shelf.resolve(p.folder()));
      Files.writeString(shelf.resolve(p.folder() + "/map.png"), "map of " + p.name());
      Files.write(shelf.packRecord(p.folder()), Json.pretty(p));
      when(catalogue.pack(p.id())).thenReturn(Optional.of(p));
    }
  }

  private Map<String, String> contents() throws IOException {
    Map<String, String> out = new TreeMap<>();
    try (var all = Files.walk(shelf.root())) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        out.put(shelf.root().relativize(p).toString(), Files.readString(p));
      }
    }
    return out;
  }

  private ShelfChange change() {
    return ShelfChange.of(
        "Moving a map",
        List.of(new Move("packs/ropes/map.png", "packs/nets/deeper/rope.png")),
        List.of(
            pack("p1", "packs/ropes", "Old ropes"), pack("p2", "packs/nets", "Nets and ropes")));
  }

  @Test
  void theStepsComeInOrderAndThePromiseGoes() throws Exception {
    ShelfChange c = change();
    c.run(shelf, catalogue, steps::add);
    assertThat(steps)
        .containsExactly(
            "promised", "moved packs/ropes/map.png", "recorded p1", "recorded p2", "catalogued");
    assertThat(shelf.journal()).isEmptyDirectory();
    assertThat(shelf.resolve("packs/nets/deeper/rope.png")).hasContent("map of Ropes");
    assertThat(shelf.resolve("packs/ropes/map.png")).doesNotExist();
    assertThat(Files.readString(shelf.packRecord("packs/ropes"))).contains("Old ropes");
    verify(catalogue).change(List.of(ropes, nets), c.packs(), List.of(), List.of());
  }

  /** Whatever step it breaks at, files and records are as they were. */
  @ParameterizedTest
  @ValueSource(strings = {"moved packs/ropes/map.png", "recorded p1", "recorded p2"})
  void whatBreaksOffIsTakenBack(String at) throws Exception {
    Map<String, String> before = contents();
    assertThatThrownBy(() ->
            change()
                .run(
                    shelf,
                    catalogue,
                    step -> {
                      if (step.equals(at)) {
                        throw new StorageException(StorageException.Kind.FULL, "full", null);
                      }
                    }))
        .isInstanceOf(StorageException.class);
    assertThat(contents()).isEqualTo(before);
    verify(catalogue, never()).change(any(), any(), any(), any());
  }

  /** Records of many packs are written side by side; it breaks off after some of them. */
  @ParameterizedTest
  @ValueSource(ints = {0, 31, 32, 40, 69})
  void ofManyRecordsAllAreTakenBack(int at) throws Exception {
    List<PackRecord> after = new ArrayList<>();
    for (int i = 0; i < 70; i++) {
      PackRecord p = pack("m" + i, "packs/many" + i, "Before " + i);
      Files.write(shelf.packRecord(p.folder()), Json.pretty(p));
      when(catalogue.pack(p.id())).thenReturn(Optional.of(p));
      after.add(pack("m" + i, "packs/many" + i, "After " + i));
    }
    Map<String, String> before = contents();
    assertThatThrownBy(() ->
            ShelfChange.of("Renaming", List.of(), after)
                .run(
                    shelf,
                    catalogue,
                    step -> {
                      if (step.equals("recorded m" + at)) {
                        throw new StorageException(StorageException.Kind.FULL, "full", null);
                      }
                    }))
        .isInstanceOf(StorageException.class);
    assertThat(contents()).isEqualTo(before);
    ShelfChange.of("Renaming", List.of(), after).run(shelf, catalogue, steps::add);
    assertThat(steps).hasSize(72).startsWith("promised", "recorded m0").endsWith("catalogued");
    for (PackRecord p : after) {
      assertThat(Files.readString(shelf.packRecord(p.folder()))).contains(p.name());
    }
  }

  /** One of many that are written side by side cannot be: no late one stays as it was to be. */
  @Test
  void whereOneOfManyCannotBeWrittenAllAreTakenBack() throws Exception {
    List<PackRecord> after = new ArrayList<>();
    for (int i = 0; i < 32; i++) {
      PackRecord p = pack("m" + i, "packs/many" + i, "Before " + i);
      if (i == 5) {
        // A new one, in whose place stands something that a file cannot replace.
        Files.createDirectory(shelf.packRecord(p.folder()));
        when(catalogue.pack(p.id())).thenReturn(Optional.empty());
      } else {
        Files.write(shelf.packRecord(p.folder()), Json.pretty(p));
        when(catalogue.pack(p.id())).thenReturn(Optional.of(p));
      }
      after.add(pack("m" + i, "packs/many" + i, "After " + i));
    }
    Map<String, String> before = contents();
    assertThatThrownBy(
            () -> ShelfChange.of("Renaming", List.of(), after).run(shelf, catalogue, steps::add))
        .isInstanceOf(IOException.class)
        .isNotInstanceOf(UnfinishedException.class);
    assertThat(steps).containsExactly("promised");
    assertThat(contents()).isEqualTo(before);
    verify(catalogue, never()).change(any(), any(), any(), any());
  }

  @Test
  void aCatalogueThatRefusesTakesEverythingBack() throws Exception {
    Map<String, String> before = contents();
    doThrow(new StorageException(StorageException.Kind.BUSY, "locked", null))
        .when(catalogue)
        .change(any(), any(), any(), any());
    assertThatThrownBy(() -> change().run(shelf, catalogue, steps::add))
        .isInstanceOf(StorageException.class);
    assertThat(contents()).isEqualTo(before);
  }

  @Test
  void whatCannotBeTakenBackWaitsForTheNextStart() throws Exception {
    doThrow(new StorageException(StorageException.Kind.FULL, "full", null))
        .when(catalogue)
        .change(any(), any(), any(), any());
    ShelfChange c = change();
    Path record = shelf.packRecord("packs/nets");
    assertThatThrownBy(() ->
            c.run(
                shelf,
                catalogue,
                step -> {
                  if (step.equals("recorded p2")) {
                    // Nothing can be put in its place any more.
                    replaceByFolder(record);
                  }
                }))
        .isInstanceOf(UnfinishedException.class);
    assertThat(shelf.journal()).isNotEmptyDirectory();

    Files.delete(record.resolve("in the way"));
    Files.delete(record);
    Catalogue sound = mock(Catalogue.class);
    when(sound.pack("p1")).thenReturn(Optional.of(ropes));
    when(sound.pack("p2")).thenReturn(Optional.of(nets));
    List<Problem> said = ShelfChange.settle(shelf, sound);
    assertThat(said).extracting(Problem::code).containsExactly("finished");
    assertThat(shelf.journal()).isEmptyDirectory();
    assertThat(shelf.resolve("packs/nets/deeper/rope.png")).hasContent("map of Ropes");
    // What was promised from may not stand there any more: it is read anew.
    verify(sound).change(List.of(), c.packs(), List.of(), List.of());
  }

  private static void replaceByFolder(Path file) {
    try {
      Files.delete(file);
      Files.createDirectory(file);
      Files.writeString(file.resolve("in the way"), "");
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  /** A pack that somebody changed meanwhile is theirs: the promise is put aside. */
  @Test
  void whatWasChangedSinceIsLeftAlone() throws Exception {
    Catalogue dead = mock(Catalogue.class);
    when(dead.pack("p1")).thenReturn(Optional.of(ropes));
    when(dead.pack("p2")).thenReturn(Optional.of(nets));
    assertThatThrownBy(() ->
            change()
                .run(
                    shelf,
                    dead,
                    step -> {
                      if (step.equals("promised")) {
                        throw new Killed();
                      }
                    }))
        .isInstanceOf(Killed.class);
    when(catalogue.pack("p1"))
        .thenReturn(Optional.of(pack("p1", "packs/ropes", "Renamed by somebody")));
    Map<String, String> before = contents();
    List<Problem> said = ShelfChange.settle(shelf, catalogue);
    assertThat(said).extracting(Problem::message).singleElement().asString().contains(".refused");
    assertThat(contents().values()).containsExactlyInAnyOrderElementsOf(before.values());
    verify(catalogue, never()).change(any(), any(), any(), any());
  }

  /** Dies as a process does: nothing that runs afterwards tidies up. */
  private static final class Killed extends Error {
    private static final long serialVersionUID = 1;
  }

  @ParameterizedTest
  @ValueSource(strings = {"../out.png", "packs/../../out.png", "/etc/out.png"})
  void aPromiseThatLeadsOutIsRefusedBeforeAnythingMoves(String to) throws Exception {
    ShelfChange c =
        ShelfChange.of(
            "Hostile",
            List.of(
                new Move("packs/ropes/map.png", "packs/ropes/moved.png"),
                new Move("packs/nets/map.png", to)),
            List.of());
    assertThatThrownBy(() -> c.run(shelf, catalogue, s -> {}))
        .isInstanceOf(OutsideShelfException.class);
    assertThat(shelf.resolve("packs/ropes/map.png")).exists();
    Files.writeString(
        shelf.journal().resolve("x.change"),
        new String(Json.pretty(Map.of("change", c, "before", List.of())), "UTF-8"));
    List<Problem> said = ShelfChange.settle(shelf, catalogue);
    assertThat(said).isNotEmpty();
    assertThat(shelf.resolve("packs/ropes/map.png")).exists();
    assertThat(dir.resolve("out.png")).doesNotExist();
  }
}
