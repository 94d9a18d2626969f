package keepshelf.core.duplicates;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.problem.Problem;

/**
 * What is there twice on a shelf, sorted for a person: items first, then single files and pictures
 * that no pair of items explains.
 *
 * @param twins items that are the same, most bytes first
 * @param files identical files that stand in several items
 * @param pictures pairs of pictures that are the same in items that are not
 * @param colourways items that are the same in other colours
 * @param compared how many maps were looked at
 * @param problems pictures that could not be looked at
 */
public record Findings(
    List<ItemTwins> twins,
    List<DuplicateGroup> files,
    List<DuplicatePair> pictures,
    List<ItemTwins> colourways,
    int compared,
    List<Problem> problems) {
  /** Copies the lists. */
  public Findings {
    twins = List.copyOf(twins);
    files = List.copyOf(files);
    pictures = List.copyOf(pictures);
    colourways = List.copyOf(colourways);
    problems = List.copyOf(problems);
  }

  /**
   * Sorts what a search over all maps of {@code items} found; pairs in {@code apart} are left out.
   */
  public static Findings of(
      Duplicates found, List<ShelvedItem> items, Set<KeptApart> apart, int compared) {
    List<ItemTwins> twins = new ArrayList<>();
    Set<List<String>> explained = new HashSet<>();
    for (ItemTwins t : TwinFinder.of(found.pairs(), items)) {
      explained.add(key(t.a().item().id(), t.b().item().id()));
      if (!apart.contains(KeptApart.of(t.a().item().id(), t.b().item().id()))) {
        twins.add(t);
      }
    }
    List<ItemTwins> colourways = new ArrayList<>();
    for (ItemTwins t : TwinFinder.colourways(found.pairs(), items)) {
      explained.add(key(t.a().item().id(), t.b().item().id()));
      if (!apart.contains(KeptApart.of(t.a().item().id(), t.b().item().id()))) {
        colourways.add(t);
      }
    }
    twins.sort(
        Comparator.comparingLong(
                (ItemTwins t) -> -Math.min(t.a().item().bytes(), t.b().item().bytes()))
            .thenComparing(t -> t.a().item().name()));
    List<DuplicateGroup> files = new ArrayList<>();
    for (DuplicateGroup g : found.groups()) {
      if (g.relation() == DuplicateGroup.Relation.IDENTICAL_FILE) {
        List<Picture> stored = storedApart(g.members());
        if (unexplained(stored, explained, apart)) {
          long free = stored.stream().skip(1).mapToLong(Picture::bytes).sum();
          files.add(new DuplicateGroup(g.relation(), stored, g.reasons(), free));
        }
      }
    }
    List<DuplicatePair> pictures =
        found.pairs().stream()
            .filter(p -> p.relation() != DuplicatePair.Relation.IDENTICAL)
            .filter(p ->
                !explained.contains(key(known(p.a()), known(p.b())))
                    && !apart.contains(KeptApart.of(p.a().sha256(), p.b().sha256())))
            .toList();
    return new Findings(twins, files, pictures, colourways, compared, found.problems());
  }

  /** Here only pictures of items are compared. */
  private static String known(Picture p) {
    return Objects.requireNonNull(p.item());
  }

  private static List<String> key(String a, String b) {
    return a.compareTo(b) <= 0 ? List.of(a, b) : List.of(b, a);
  }

  /** One member for each file on the disk that holds bytes of its own. */
  private static List<Picture> storedApart(List<Picture> members) {
    List<Picture> out = new ArrayList<>();
    for (Picture p : members) {
      if (out.stream().noneMatch(o -> oneFile(o, p))) {
        out.add(p);
      }
    }
    return out;
  }

  /** Whether both are one file on the disk, under two names. */
  private static boolean oneFile(Picture a, Picture b) {
    try {
      return Files.isSameFile(a.file(), b.file());
    } catch (IOException e) {
      // What is not there cannot be let go of either.
      return true;
    }
  }

  /** Whether two of the members are of items that are not the same, and not kept on purpose. */
  private static boolean unexplained(
      List<Picture> members, Set<List<String>> explained, Set<KeptApart> apart) {
    for (int i = 0; i < members.size(); i++) {
      for (int j = i + 1; j < members.size(); j++) {
        Picture a = members.get(i);
        Picture b = members.get(j);
        if (!explained.contains(key(known(a), known(b)))
            && !apart.contains(KeptApart.of(a.path(), b.path()))) {
          return true;
        }
      }
    }
    return false;
  }
}
