package keepshelf.core.recognise.pixels;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.inspect.SetChecks;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.model.Workflow;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReadings;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.analyse.PixelCharacter;
import org.jspecify.annotations.Nullable;

/**
 * Finds a set for pictures whose pixels say what their names do not: a normal map, whose vectors
 * prove it, and a colour that a set lacks. A set is chosen by the beginning that the names share,
 * then by size; a normal map that no set takes stands for itself.
 */
final class Adoption {
  /** Share of vectors of length one that no other picture reaches. */
  private static final double PROOF = 0.6;

  /** Letters that names share at least, and the share of the shorter name. */
  private static final int LEAST_SHARED = 3;

  private static final double SHARED = 0.6;

  private final List<RecognisedItem> items;
  private final List<LooseFile> loose;
  private final Map<String, MapLook> looks;
  private final Set<String> keys = new HashSet<>();

  private Adoption(List<RecognisedItem> items, List<LooseFile> loose, Map<String, MapLook> looks) {
    this.items = new ArrayList<>(items);
    this.loose = loose;
    this.looks = looks;
    items.forEach(i -> keys.add(i.key()));
  }

  /** {@code items} with what they adopted; what was adopted leaves {@code loose}. */
  static List<RecognisedItem> of(
      List<RecognisedItem> items, List<LooseFile> loose, Map<String, MapLook> looks) {
    Adoption a = new Adoption(items, loose, looks);
    a.adoptLoose();
    a.adoptSingles();
    return a.items;
  }

  /** Whether the pixels of {@code f} can be those of a normal map only. */
  static boolean proven(@Nullable MapFacts f) {
    if (f == null || f.character() != PixelCharacter.NORMAL || f.normal() == null) {
      return false;
    }
    return f.normal().state() == NormalHealth.State.FLAT || f.normal().unit() > PROOF;
  }

  private void adoptLoose() {
    for (LooseFile l : List.copyOf(loose)) {
      MapFacts facts = facts(l.file());
      if (l.sort() != LooseFile.Sort.UNKNOWN_IMAGE || facts == null) {
        continue;
      }
      boolean normal = proven(facts);
      MapRole role =
          normal
              ? MapRole.NORMAL
              : facts.character() == PixelCharacter.COLOUR ? MapRole.BASE_COLOUR : null;
      int home = role == null ? -1 : home(l.file(), role, true);
      if (role != null && home >= 0) {
        take(home, l.file(), role);
        loose.remove(l);
      } else if (normal) {
        items.add(alone(l.file(), null));
        loose.remove(l);
      }
    }
  }

  /** Single pictures that were taken for a photo and are a normal map. */
  private void adoptSingles() {
    for (RecognisedItem i : List.copyOf(items)) {
      if (!mistaken(i)) {
        continue;
      }
      SourceFile f = i.maps().getFirst().file();
      int home = home(f, MapRole.NORMAL, false);
      if (home >= 0) {
        take(home, f, MapRole.NORMAL);
        items.remove(i);
      } else {
        items.set(items.indexOf(i), alone(f, i));
      }
    }
  }

  /** Whether {@code i} is a single picture without a word for its role that is a normal map. */
  private boolean mistaken(RecognisedItem i) {
    return i.kind() == ItemKind.PHOTO_TEXTURE
        && i.maps().size() == 1
        && !RoleByPixels.named(i.maps().getFirst())
        && proven(facts(i.maps().getFirst().file()));
  }

  private @Nullable MapFacts facts(SourceFile f) {
    MapLook look = looks.get(f.path());
    return look == null ? null : look.facts();
  }

  private void take(int home, SourceFile f, MapRole role) {
    RecognisedItem i = items.get(home);
    List<RecognisedMap> maps = new ArrayList<>(i.maps());
    maps.add(
        map(
            f,
            role,
            role == MapRole.NORMAL ? 0.85 : 0.6,
            role == MapRole.NORMAL
                ? Phrase.of("adoption.pixels-those-normal-map-set")
                : Phrase.of("adoption.pixels-coloured-set-beside-has")));
    items.set(home, as(i, maps));
  }

  /** An item of its own; {@code was} what it was taken for, or null. */
  private RecognisedItem alone(SourceFile f, @Nullable RecognisedItem was) {
    String key = was == null ? free(NameReadings.plainKey(NameParts.of(f.stem()))) : was.key();
    RecognisedItem i =
        was != null
            ? was
            : new RecognisedItem(
                key,
                NameParts.title(key),
                ItemKind.MATERIAL,
                Workflow.UNKNOWN,
                null,
                List.of(),
                List.of());
    return as(
        i,
        List.of(
            map(f, MapRole.NORMAL, 0.9, Phrase.of("adoption.pixels-unit-vectors-point-outwards"))));
  }

  /** A key that no other item of the arrival has. */
  private String free(String wanted) {
    String name = wanted.isEmpty() ? "normal_map" : wanted;
    String key = name;
    for (int n = 2; !keys.add(key); n++) {
      key = name + "_" + n;
    }
    return key;
  }

  private static RecognisedItem as(RecognisedItem i, List<RecognisedMap> maps) {
    return SetChecks.withMaps(
        new RecognisedItem(
            i.key(), i.name(), ItemKind.MATERIAL, Workflow.UNKNOWN, i.colourway(), maps, List.of()),
        maps);
  }

  /**
   * The set in the folder of {@code f} that lacks {@code role}: the one whose name shares most with
   * that of {@code f}, else, {@code bySize}, the only one of its size; or -1. A name of its own
   * says that a picture is of no set, however large it is.
   */
  private int home(SourceFile f, MapRole role, boolean bySize) {
    int named = -1;
    int most = 0;
    boolean tie = false;
    int sized = -1;
    int ofSize = 0;
    String name = NameReadings.plainKey(NameParts.of(f.stem()));
    for (int n = 0; n < items.size(); n++) {
      RecognisedItem i = items.get(n);
      boolean set = i.kind() == ItemKind.MATERIAL || i.kind() == ItemKind.PHOTO_TEXTURE;
      boolean lacks = set && !i.roles().contains(role) && !mistaken(i);
      if (!lacks || i.maps().stream().noneMatch(m -> beside(m, f))) {
        continue;
      }
      int shared = i.kind() == ItemKind.MATERIAL ? shared(name, i.key()) : continued(name, i.key());
      if (shared > most) {
        most = shared;
        named = n;
        tie = false;
      } else {
        tie |= shared == most;
      }
      if (i.kind() == ItemKind.MATERIAL && i.maps().stream().anyMatch(m -> sameSize(m, f))) {
        sized = n;
        ofSize++;
      }
    }
    return most > 0 && !tie ? named : bySize && ofSize == 1 ? sized : -1;
  }

  private static boolean beside(RecognisedMap m, SourceFile f) {
    return m.file()
        .parts()
        .subList(0, m.file().parts().size() - 1)
        .equals(f.parts().subList(0, f.parts().size() - 1));
  }

  private static boolean sameSize(RecognisedMap m, SourceFile f) {
    return m.file().image() != null
        && f.image() != null
        && m.file().image().width() == f.image().width()
        && m.file().image().height() == f.image().height();
  }

  /** Letters that both names begin with, 0 when that proves nothing. */
  private static int shared(String one, String other) {
    String a = NameParts.folded(one);
    String b = NameParts.folded(other);
    int n = 0;
    while (n < Math.min(a.length(), b.length()) && a.charAt(n) == b.charAt(n)) {
      n++;
    }
    // "slate1" is no part of "slate12", and not of "slate2" either.
    String longer = a.length() > b.length() ? a : b;
    boolean inNumber = n > 0 && Character.isDigit(a.charAt(n - 1));
    boolean otherNumber = n < Math.min(a.length(), b.length()) && digitAt(a, n) && digitAt(b, n);
    boolean number = otherNumber || (inNumber && n < longer.length() && digitAt(longer, n));
    boolean enough = n >= LEAST_SHARED && n >= SHARED * Math.min(a.length(), b.length());
    return enough && !number ? n : 0;
  }

  private static boolean digitAt(String s, int i) {
    return Character.isDigit(s.charAt(i));
  }

  /**
   * Letters of {@code other} when {@code one} is the same with more behind it: of single pictures
   * "brick" is no part of "brickwall", but of "brick2" and "brick_wall".
   */
  private static int continued(String one, String other) {
    boolean begins = one.length() > other.length() && one.startsWith(other);
    boolean apart = begins && !Character.isLetter(one.charAt(other.length()));
    return apart ? shared(one, other) : 0;
  }

  private static RecognisedMap map(SourceFile f, MapRole role, double weight, Phrase why) {
    boolean normal = role == MapRole.NORMAL;
    return new RecognisedMap(
        f,
        role,
        null,
        f.info().map(i -> Resolution.label(i.longerSide())).orElse(null),
        f.info().map(i -> i.format().id()).orElse(null),
        normal ? Handedness.UNKNOWN : null,
        null,
        new Verdict(List.of(new Evidence("pixels", weight, why))),
        normal ? new Verdict(List.of()) : null,
        null,
        null);
  }
}
