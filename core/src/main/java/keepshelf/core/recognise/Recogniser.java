package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.LooseFile.Sort;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.io.ImageFormat;

/** Decides what the files of one arrival are. Stateless; one call an arrival. */
public final class Recogniser {
  private Recogniser() {}

  /**
   * Recognises the files of one arrival, by names, folders, headers and, where bytes are on disk,
   * pixels.
   *
   * @param arrivalName name of the archive or folder, which may name the pack and a set; may be
   *     empty
   */
  public static Recognition recognise(String arrivalName, List<SourceFile> files) {
    return new Run(arrivalName).run(files);
  }

  private static final class Run {
    private static final Set<String> HIGH_RANGE = Set.of("hdr", "exr");

    private final NameParts arrival;
    private final String arrivalKey;
    private final List<RecognisedItem> items = new ArrayList<>();
    private final List<LooseFile> loose = new ArrayList<>();
    private final List<Problem> problems = new ArrayList<>();
    private final PixelEvidence pixels = new PixelEvidence(problems);
    private final Set<String> keys = new HashSet<>();
    private final Set<String> versions = new LinkedHashSet<>();

    Run(String arrivalName) {
      this.arrival = NameParts.of(FolderScope.stripArchive(arrivalName));
      this.arrivalKey = NameReadings.plainKey(arrival);
    }

    Recognition run(List<SourceFile> files) {
      List<Candidate> pictures = sort(files);
      List<Candidate> environments = takeEnvironments(pictures);
      SetFinder found = SetFinder.over(pictures);
      List<FoundSet> sets = new ArrayList<>(found.sets());
      List<Candidate> rest = new ArrayList<>(found.rest());
      takePreviews(sets, rest);
      RoleChooser.settle(sets);
      List<FoundSet> materials = sets.stream().filter(s -> !s.members.isEmpty()).toList();
      Map<String, Integer> colourways = colourways(materials);
      for (FoundSet s : materials) {
        items.add(material(s, colourways));
      }
      environments(environments, rest);
      leftOver(rest, materials);
      String version =
          arrival.version() != null
              ? arrival.version()
              : versions.size() == 1 ? versions.iterator().next() : null;
      return new Recognition(packName(), version, items, loose, problems);
    }

    private String packName() {
      String t = NameParts.title(arrivalKey.isEmpty() ? arrival.key() : arrivalKey);
      return !t.isEmpty() ? t : items.isEmpty() ? "Untitled pack" : items.getFirst().name();
    }

    private List<Candidate> sort(List<SourceFile> files) {
      FolderScope.Reader folders = new FolderScope.Reader();
      List<SourceFile> pictures = new ArrayList<>();
      List<FolderScope> scopes = new ArrayList<>();
      for (SourceFile f : files) {
        var sorted = FileSorter.sort(f);
        if (sorted.isPresent()) {
          loose.add(sorted.get());
        } else {
          pictures.add(f);
          scopes.add(folders.of(f.parts().subList(0, f.parts().size() - 1)));
        }
      }
      List<Named> named =
          IntStream.range(0, pictures.size())
              .parallel()
              .mapToObj(i ->
                  new Named(pictures.get(i), NameParts.of(pictures.get(i).stem()), scopes.get(i)))
              .toList();
      Set<String> tiled = InnerTiles.scopes(named);
      return new ArrayList<>(
          named.parallelStream()
              .map(n -> {
                boolean tile = n.parts().innerTile() >= 0 && tiled.contains(n.scope().scope());
                return new Candidate(
                    n.file(), tile ? n.parts().withInnerTile() : n.parts(), n.scope());
              })
              .toList());
    }

    /**
     * Takes panoramas out of {@code pictures}: HDR files, and EXR files that are named or shaped
     * so.
     */
    private static List<Candidate> takeEnvironments(List<Candidate> pictures) {
      Set<String> named = new HashSet<>();
      List<Candidate> wideRange = new ArrayList<>();
      for (Candidate c : pictures) {
        if (HIGH_RANGE.contains(c.file.extension())
            || c.file.info().filter(i -> HIGH_RANGE.contains(i.format().id())).isPresent()) {
          wideRange.add(c);
        }
      }
      if (!wideRange.isEmpty()) {
        for (Candidate c : pictures) {
          c.readings.forEach(r -> named.add(c.scope.scope() + "|" + r.folded()));
        }
      }
      List<Candidate> out = new ArrayList<>();
      for (Candidate c : wideRange) {
        String ext = c.file.extension();
        boolean role =
            c.readings.stream()
                .anyMatch(
                    r -> !r.single() && r.place() >= 1 && r.senses().getFirst().weight() > 0.85);
        boolean light = PictureWords.kind(c).filter(k -> k == ItemKind.ENVIRONMENT).isPresent();
        // With the name alone: a picture in linear light that belongs to no set.
        boolean alone =
            c.file.image() == null
                && !named.contains(c.scope.scope() + "|" + NameParts.folded(c.plainKey));
        boolean wide = c.file.info().map(i -> i.width() == 2 * i.height()).orElse(alone);
        boolean isHdr =
            ext.equals("hdr")
                || c.file.info().filter(i -> i.format() == ImageFormat.HDR).isPresent();
        boolean isExr =
            ext.equals("exr")
                || c.file.info().filter(i -> i.format() == ImageFormat.EXR).isPresent();
        if (!role && (isHdr || (isExr && (light || wide)))) {
          out.add(c);
        }
      }
      pictures.removeAll(new HashSet<>(out));
      return out;
    }

    /** Previews by a sure word leave their sets, unless the word is part of a real set's name. */
    private void takePreviews(List<FoundSet> sets, List<Candidate> rest) {
      for (FoundSet s : sets) {
        boolean partOfName =
            s.roles().size() >= 2
                && s.members.stream().allMatch(c -> PictureWords.preview(c).isPresent());
        if (partOfName) {
          continue;
        }
        for (Candidate c : List.copyOf(s.members)) {
          PictureWords.preview(c)
              .ifPresent(word -> {
                s.members.remove(c);
                preview(c, "its name says “" + word + "”");
              });
        }
      }
      for (Candidate c : List.copyOf(rest)) {
        PictureWords.preview(c)
            .ifPresent(word -> {
              rest.remove(c);
              preview(c, "its name says “" + word + "”");
            });
      }
    }

    private void preview(Candidate c, String why) {
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
      if (key.chars().noneMatch(Character::isLetter)) {
        String around = s.scope.nameOr(arrivalKey);
        key = around.isEmpty() || around.equals(key) ? key : around + "_" + key;
      }
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
        maps.add(pixels.look(MapMaker.map(c, roles, udim)));
        if (c.parts.version() != null) {
          versions.add(c.parts.version());
        }
      }
      ItemKind kind = kind(s, maps);
      RecognisedItem item =
          new RecognisedItem(
              unique(key, s.scope),
              NameParts.title(key),
              kind,
              Workflow.UNKNOWN,
              colourway,
              maps,
              List.of());
      return item.withMaps(maps);
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

    private void environments(List<Candidate> found, List<Candidate> rest) {
      Set<String> names = new HashSet<>();
      found.forEach(c -> names.add(c.scope.scope() + "|" + NameParts.folded(c.plainKey)));
      for (Candidate c : List.copyOf(rest)) {
        if (names.contains(c.scope.scope() + "|" + NameParts.folded(c.plainKey))) {
          rest.remove(c);
          preview(c, "it is named like the environment light beside it");
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
            "a picture with high dynamic range, as lights are stored");
      }
    }

    /** An item of pictures without role words, named by what is left of their names. */
    private void add(List<Candidate> same, ItemKind kind, MapRole role, double weight, String why) {
      Candidate first = same.getFirst();
      String key = first.plainKey.isEmpty() ? first.scope.nameOr(arrivalKey) : first.plainKey;
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
                new Verdict(List.of(new Evidence("name", weight, why))),
                null));
      }
      items.add(
          new RecognisedItem(
                  unique(key, first.scope),
                  NameParts.title(key),
                  kind,
                  Workflow.UNKNOWN,
                  null,
                  maps,
                  List.of())
              .withMaps(maps));
    }

    private void leftOver(List<Candidate> rest, List<FoundSet> materials) {
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
                    || withSets.stream().anyMatch(s -> s.startsWith(c.scope.scope())));
        if (names.contains(folded) && besideSets) {
          preview(c, "it is named like the material itself, which has its base colour already");
        } else if (besideSets && (PictureWords.maybePreview(c).isPresent() || folded.isEmpty())) {
          preview(c, "it stands beside a set without a role of its own");
        } else if (PictureWords.kind(c).isEmpty() && besideSets) {
          loose.add(
              new LooseFile(
                  c.file, Sort.UNKNOWN_IMAGE, "its name gives no role in the sets beside it"));
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

    private void single(List<Candidate> same) {
      ItemKind kind = PictureWords.kind(same.getFirst()).orElse(ItemKind.PHOTO_TEXTURE);
      switch (kind) {
        case OVERLAY ->
            add(same, kind, MapRole.MASK, 0.85, "its name says it is laid over other surfaces");
        case LIGHT_PATTERN ->
            add(same, kind, MapRole.EMISSION, 0.85, "its name says it shapes light");
        case DECAL -> add(same, kind, MapRole.BASE_COLOUR, 0.85, "its name says it is a decal");
        case ENVIRONMENT ->
            add(same, kind, MapRole.EMISSION, 0.8, "its name says it is a surrounding");
        default ->
            add(
                same,
                ItemKind.PHOTO_TEXTURE,
                MapRole.BASE_COLOUR,
                0.8,
                "a single picture without siblings");
      }
    }
  }
}
