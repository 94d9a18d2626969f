package keepshelf.core.making.mend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.convert.Vectors;

/** Finds which delivered maps of an item can be put right. */
public final class Faults {
  private final ShelfFolder shelf;
  private final ItemRecord item;
  private final ShelvedItem shelved;

  private Faults(ShelfFolder shelf, ShelvedItem s) {
    this.shelf = shelf;
    this.shelved = s;
    this.item = s.item();
  }

  /**
   * The delivered maps that can be put right and were not yet, by what was found about them when
   * they came. May look at the pixels of normal maps.
   */
  public static List<Fault> of(ShelvedItem s, ShelfFolder shelf) {
    Faults f = new Faults(shelf, s);
    List<Fault> out = new ArrayList<>();
    for (MapRecord m : s.item().maps()) {
      if (m.recipe() == null && m.tile() == null && m.width() > 0) {
        int[] size = f.size(m);
        List<Cure> cures = f.cures(m, size);
        if (!f.applied(m).containsAll(cures)) {
          out.add(new Fault(m, cures, size[0], size[1]));
        }
      }
    }
    return out;
  }

  /** The cures of the map that stands in its place. */
  private Set<Cure> applied(MapRecord m) {
    Set<Cure> out = EnumSet.noneOf(Cure.class);
    for (MapRecord o : item.maps()) {
      if (o.recipe() != null
          && o.recipe().isMend()
          && o.recipe().parents().stream().anyMatch(p -> m.sha256().equals(p.sha256()))) {
        out.addAll(Cure.ofMethod(o.recipe().method()));
      }
    }
    return out;
  }

  private List<Cure> cures(MapRecord m, int[] size) {
    List<Cure> out = new ArrayList<>();
    boolean relief = m.role() == MapRole.HEIGHT || m.role() == MapRole.BUMP;
    boolean jpeg = "jpeg".equals(m.format());
    boolean blocks = found(m, Cure.BLOCKS) || relief && jpeg;
    if (blocks && m.bits() == 8 && m.channels() == null) {
      out.add(Cure.BLOCKS);
    }
    if (m.role() == MapRole.NORMAL && m.channels() == null && mendable(m)) {
      out.add(Cure.VECTORS);
    }
    if (m.role() == MapRole.HEIGHT && !out.contains(Cure.BLOCKS)) {
      boolean few = m.bits() == 8 || found(m, Cure.STEPS);
      if (few) {
        out.add(Cure.STEPS);
      }
    }
    if (m.role() == MapRole.METALLIC && found(m, Cure.TWO_VALUES)) {
      out.add(Cure.TWO_VALUES);
    }
    if (m.role() == MapRole.BASE_COLOUR && found(m, Cure.ALBEDO)) {
      out.add(Cure.ALBEDO);
    }
    // A larger one is used as it is.
    if (size[0] > m.width()) {
      out.add(Cure.SIZE);
    }
    return out;
  }

  private boolean found(MapRecord m, Cure cure) {
    return item.problems().stream()
        .anyMatch(p -> cure.findings().contains(p.code()) && isAbout(p, m));
  }

  /** Whether a finding is about a map: their paths are of an arrival and of the pack. */
  public static boolean isAbout(Problem p, MapRecord m) {
    return p.path() != null
        && Path.of(p.path()).getFileName().toString().equals(m.fileName())
        && (p.role() == null || p.role() == m.role());
  }

  private boolean mendable(MapRecord m) {
    NormalHealth.State state = NormalStates.of(item, m, shelf.resolve(shelved.path(m)));
    return NormalStates.needsMending(state) && Vectors.mendable(state);
  }

  /** The size that most delivered maps of its shape have; its own when nothing says that. */
  private int[] size(MapRecord m) {
    int[] own = {m.width(), m.height()};
    if (!found(m, Cure.SIZE)) {
      return own;
    }
    Map<Long, Integer> counts = new HashMap<>();
    for (MapRecord o : item.maps()) {
      boolean sibling = o.recipe() == null && o.tile() == null;
      boolean shape =
          Math.abs(o.width() * (double) m.height() - m.width() * (double) o.height())
              <= 0.01 * o.width() * m.height();
      if (sibling && shape && o != m) {
        counts.merge((long) o.width() << 32 | o.height(), 1, Integer::sum);
      }
    }
    return counts.entrySet().stream()
        .max(Map.Entry.<Long, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
        .map(e -> new int[] {(int) (e.getKey() >> 32), (int) (long) e.getKey()})
        .orElse(own);
  }
}
