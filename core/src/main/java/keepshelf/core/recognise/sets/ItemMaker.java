package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.inspect.SetChecks;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.LooseFile.Sort;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.ColourWords;
import keepshelf.core.recognise.names.FolderScope;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReading;
import keepshelf.core.recognise.names.PictureWords;
import keepshelf.core.recognise.names.RoleVocabulary;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.Handedness;

/** Makes items of the sets and of the pictures that no set took. */
public final class ItemMaker {
  private final String arrivalKey;
  private final List<LooseFile> loose;
  private final List<RecognisedItem> items = new ArrayList<>();
  private final Map<String, List<Sense>> alternatives = new HashMap<>();
  private final Set<String> keys = new HashSet<>();
  private final Set<String> versions = new LinkedHashSet<>();

  /** Pictures that are no map go to {@code loose}. */
  public ItemMaker(String arrivalKey, List<LooseFile> loose) {
    this.arrivalKey = arrivalKey;
    this.loose = loose;
  }

  /** The items made so far. */
  public List<RecognisedItem> items() {
    return items;
  }

  /** By path: everything that the chosen words of a map can mean, when that is more than one. */
  public Map<String, List<Sense>> alternatives() {
    return alternatives;
  }

  /** The versions that file names say. */
  public Set<String> versions() {
    return versions;
  }

  /** Makes an item of each set. */
  public void materials(List<FoundSet> sets) {
    Map<String, Integer> colourways = colourways(sets);
    for (FoundSet s : sets) {
      items.add(material(s, colourways));
    }
  }

  /** Puts {@code c} aside as a preview. */
  public static void preview(List<LooseFile> loose, Candidate c, String why) {
    loose.add(new LooseFile(c.file, Sort.PREVIEW, why));
  }

  /** How many sets share a name once their colour words are left out. */
  private static Map<String, Integer> colourways(List<FoundSet> sets) {
    Map<String, Integer> count = new HashMap<>();
    for (FoundSet s : sets) {
      ColourWords.in(s.key)
          .ifPresent(colour ->
              count.merge(
                  s.scope.parent() + "|" + ColourWords.without(s.key, colour), 1, Integer::sum));
    }
    return count;
  }

  private RecognisedItem material(FoundSet s, Map<String, Integer> colourways) {
    String key = s.key.isEmpty() ? s.scope.nameOr(arrivalKey) : s.key;
    key = withLetters(key, s.scope);
    String colourway =
        ColourWords.in(s.key)
            .filter(c ->
                colourways.getOrDefault(s.scope.parent() + "|" + ColourWords.without(s.key, c), 0)
                    > 1)
            .orElse(null);
    List<RecognisedMap> maps = new ArrayList<>();
    boolean udim =
        s.members.stream()
                .filter(c -> c.parts.tile() > 0)
                .map(c -> c.parts.tile())
                .distinct()
                .count()
            > 1;
    Set<MapRole> roles = s.roles();
    for (Candidate c : s.members) {
      maps.add(MapMaker.map(c, roles, udim));
      if (c.chosen().senses().size() > 1) {
        alternatives.put(c.file.path(), c.chosen().senses());
      }
      if (c.parts.version() != null) {
        versions.add(c.parts.version());
      }
    }
    ItemKind kind = kind(s, maps);
    if (kind == ItemKind.MATERIAL && maps.size() == 1) {
      maps.replaceAll(ItemMaker::alone);
    }
    RecognisedItem item =
        new RecognisedItem(
            unique(key, s.scope),
            NameParts.title(key),
            kind,
            Workflow.UNKNOWN,
            colourway,
            maps,
            List.of());
    return SetChecks.withMaps(item, maps);
  }

  /** A map that makes no material alone: whoever knows where the others are is asked. */
  private static RecognisedMap alone(RecognisedMap m) {
    boolean some = m.role() == MapRole.NORMAL || m.role() == MapRole.PACKED;
    return some
        ? m
        : m.as(
            m.role(),
            m.channels(),
            m.verdict()
                .and(
                    new Evidence(
                        "siblings",
                        -0.3,
                        Phrase.of("itemMaker.stands-alone-material-needs-more"))));
  }

  /** A number alone says little: the name of what is around stands before it. */
  private String withLetters(String key, FolderScope scope) {
    String around = scope.nameOr(arrivalKey);
    return key.chars().anyMatch(Character::isLetter) || around.isEmpty() || around.equals(key)
        ? key
        : around + "_" + key;
  }

  private static ItemKind kind(FoundSet s, List<RecognisedMap> maps) {
    boolean coloured = maps.stream().anyMatch(m -> m.role() == MapRole.BASE_COLOUR);
    var said = PictureWords.kind(s.members.getFirst());
    if (said.isPresent()
        && (said.get() == ItemKind.DECAL || !coloured)
        && said.get() != ItemKind.ENVIRONMENT) {
      return said.get();
    }
    return maps.size() == 1 && coloured ? ItemKind.PHOTO_TEXTURE : ItemKind.MATERIAL;
  }

  private String unique(String key, FolderScope scope) {
    String k = key.isEmpty() ? "untitled" : key;
    if (!keys.add(k)) {
      String around = scope.nameOr("");
      k = around.isEmpty() || around.equals(key) ? key : around + "_" + key;
      for (int n = 2; !keys.add(k); n++) {
        k = key + "_" + n;
      }
    }
    return k;
  }

  /** Makes items of panoramas; pictures of {@code rest} that are named like one show it. */
  public void environments(List<Candidate> found, List<Candidate> rest) {
    Set<String> names = new HashSet<>();
    found.forEach(c -> names.add(c.scope.scope() + "|" + NameParts.folded(c.plainKey)));
    for (Candidate c : List.copyOf(rest)) {
      if (names.contains(c.scope.scope() + "|" + NameParts.folded(c.plainKey))) {
        rest.remove(c);
        preview(loose, c, Words.of("itemMaker.named-like-environment-light-beside"));
      }
    }
    Map<String, List<Candidate>> byName = new LinkedHashMap<>();
    for (Candidate c : found) {
      byName
          .computeIfAbsent(
              c.scope.scope() + "|" + NameParts.folded(c.plainKey), k -> new ArrayList<>())
          .add(c);
    }
    for (List<Candidate> same : byName.values()) {
      add(
          same,
          ItemKind.ENVIRONMENT,
          MapRole.EMISSION,
          0.95,
          Phrase.of("itemMaker.picture-with-high-dynamic-range"));
    }
  }

  /** An item of pictures without role words, named by what is left of their names. */
  private void add(List<Candidate> same, ItemKind kind, MapRole role, double weight, Phrase why) {
    Candidate first = same.getFirst();
    String key =
        withLetters(
            first.plainKey.isEmpty() ? first.scope.nameOr(arrivalKey) : first.plainKey,
            first.scope);
    List<RecognisedMap> maps = new ArrayList<>();
    for (Candidate c : same) {
      c.sense = new RoleVocabulary.Sense(role, null, weight);
      c.chosen =
          new NameReading(
              key,
              NameParts.folded(key),
              List.of(c.sense),
              1,
              "",
              false,
              Handedness.UNKNOWN,
              "kind");
      RecognisedMap m = MapMaker.map(c, Set.of(role), false);
      maps.add(
          new RecognisedMap(
              m.file(),
              role,
              null,
              m.resolution(),
              m.format(),
              null,
              null,
              new Verdict(
                  List.of(
                      new Evidence(
                          kind == ItemKind.PHOTO_TEXTURE ? "siblings" : "name", weight, why))),
              null,
              null,
              null));
    }
    items.add(
        SetChecks.withMaps(
            new RecognisedItem(
                unique(key, first.scope),
                NameParts.title(key),
                kind,
                Workflow.UNKNOWN,
                null,
                maps,
                List.of()),
            maps));
  }

  /** Finds a place for the pictures that no set took. */
  public void leftOver(List<Candidate> rest, List<FoundSet> materials) {
    Set<String> withSets = new HashSet<>();
    Set<String> names = new HashSet<>();
    for (FoundSet s : materials) {
      withSets.add(s.scope.scope());
      names.add(s.folded());
    }
    Map<String, List<Candidate>> single = new LinkedHashMap<>();
    for (Candidate c : rest) {
      String folded = NameParts.folded(c.plainKey);
      boolean besideSets =
          !materials.isEmpty()
              && (withSets.contains(c.scope.scope())
                  || withSets.stream().anyMatch(s -> FolderScope.holds(c.scope.scope(), s)));
      if (names.contains(folded) && besideSets) {
        preview(loose, c, Words.of("itemMaker.named-like-material-itself-which"));
      } else if (besideSets && (PictureWords.maybePreview(c).isPresent() || folded.isEmpty())) {
        preview(loose, c, Words.of("itemMaker.stands-beside-set-without-role"));
      } else if (PictureWords.kind(c).isEmpty() && besideSets && kin(c, materials)) {
        loose.add(
            new LooseFile(
                c.file, Sort.UNKNOWN_IMAGE, Words.of("itemMaker.name-gives-no-role-sets")));
      } else {
        single
            .computeIfAbsent(
                c.scope.scope() + "|" + (folded.isEmpty() ? c.file.path() : folded),
                k -> new ArrayList<>())
            .add(c);
      }
    }
    single.values().forEach(this::single);
  }

  /** Whether the name of {@code c} begins like that of a set in its folder or below. */
  private static boolean kin(Candidate c, List<FoundSet> sets) {
    String first = c.plainKey.split("_")[0];
    for (FoundSet s : sets) {
      if (FolderScope.holds(c.scope.scope(), s.scope.scope())) {
        boolean elsewhere = !s.scope.scope().equals(c.scope.scope());
        if (elsewhere
            || s.key.isEmpty()
            || first.isEmpty()
            || s.key.split("_")[0].equals(first)
            || s.key.startsWith(c.plainKey)) {
          return true;
        }
      }
    }
    return false;
  }

  private void single(List<Candidate> same) {
    Candidate first = same.getFirst();
    ItemKind kind =
        PictureWords.kind(first)
            .orElse(first.saysMask() ? ItemKind.OVERLAY : ItemKind.PHOTO_TEXTURE);
    switch (kind) {
      case OVERLAY ->
          add(same, kind, MapRole.MASK, 0.85, Phrase.of("itemMaker.name-says-laid-over-other"));
      case LIGHT_PATTERN ->
          add(same, kind, MapRole.EMISSION, 0.85, Phrase.of("itemMaker.name-says-shapes-light"));
      case DECAL ->
          add(same, kind, MapRole.BASE_COLOUR, 0.85, Phrase.of("itemMaker.name-says-decal"));
      case ENVIRONMENT ->
          add(same, kind, MapRole.EMISSION, 0.8, Phrase.of("itemMaker.name-says-surrounding"));
      default ->
          add(
              same,
              ItemKind.PHOTO_TEXTURE,
              MapRole.BASE_COLOUR,
              0.55,
              Phrase.of("itemMaker.single-picture-without-siblings"));
    }
  }
}
