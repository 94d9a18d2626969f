package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.FileSorter;
import keepshelf.core.recognise.names.FolderScope;
import keepshelf.core.recognise.names.InnerTiles;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.recognise.names.NameReadings;
import keepshelf.core.recognise.names.Named;
import keepshelf.core.recognise.names.NamingHabit;
import keepshelf.core.recognise.names.PictureWords;
import keepshelf.core.recognise.names.RoleVocabulary;
import keepshelf.core.recognise.pixels.PixelJudge;
import keepshelf.core.recognise.sets.DocumentSets;
import keepshelf.core.recognise.sets.FoundSet;
import keepshelf.core.recognise.sets.ItemMaker;
import keepshelf.core.recognise.sets.RoleChooser;
import keepshelf.core.recognise.sets.SetFinder;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageFormat;

/**
 * Decides what the files of one arrival are: names and folders first, then what documents in the
 * pack say, then the pixels. Stateless; one call an arrival.
 */
public final class Recogniser {
  private static final Set<String> HIGH_RANGE = Set.of("hdr", "exr");

  private final String arrivalName;
  private final NameParts arrival;
  private final String arrivalKey;
  private final Knowledge knowledge;
  private final List<LooseFile> loose = new ArrayList<>();
  private final List<Problem> problems = new ArrayList<>();

  private Recogniser(String arrivalName, Knowledge knowledge) {
    this.arrivalName = arrivalName;
    this.arrival = NameParts.ofPack(FolderScope.stripArchive(arrivalName));
    this.arrivalKey = NameReadings.plainKey(arrival);
    this.knowledge = knowledge;
  }

  /** As {@link #recognise(String, List, Knowledge, Consumer)} with nothing known beside. */
  public static Recognition recognise(String arrivalName, List<SourceFile> files) {
    return recognise(arrivalName, files, Knowledge.NONE, n -> {});
  }

  /**
   * Recognises the files of one arrival, by names, folders, documents, headers and, where bytes are
   * on disk, pixels.
   *
   * @param arrivalName name of the archive or folder, which may name the pack and a set; may be
   *     empty
   * @param looking is told the name of each picture that is looked at, and may stop the work
   * @throws java.util.concurrent.CancellationException when {@code looking} threw it
   */
  public static Recognition recognise(
      String arrivalName, List<SourceFile> files, Knowledge knowledge, Consumer<String> looking) {
    return new Recogniser(arrivalName, knowledge).run(files, looking);
  }

  private Recognition run(List<SourceFile> files, Consumer<String> looking) {
    List<Candidate> pictures = sort(files);
    List<Candidate> environments = takeEnvironments(pictures);
    SetFinder found = SetFinder.over(pictures);
    List<FoundSet> sets = new ArrayList<>(found.sets());
    List<Candidate> rest = new ArrayList<>(found.rest());
    DocumentSets.apply(knowledge.documents(), sets, rest);
    takePreviews(sets, rest, knowledge.documents().mentions().keySet());
    RoleChooser.settle(sets);
    List<FoundSet> materials = sets.stream().filter(s -> !s.members.isEmpty()).toList();
    ItemMaker maker = new ItemMaker(arrivalKey, loose);
    maker.materials(materials);
    maker.environments(environments, rest);
    maker.leftOver(rest, materials);
    PixelJudge judge = new PixelJudge(maker.alternatives(), problems, looking, knowledge.witness());
    List<RecognisedItem> items;
    try (ModelItems models = new ModelItems(loose, problems)) {
      items = models.attach(judge.judge(maker.items(), loose), loose);
    }
    Set<String> versions = maker.versions();
    String version =
        arrival.version() != null
            ? arrival.version()
            : versions.size() == 1 ? versions.iterator().next() : null;
    return new Recognition(
        packName(items), version, items, loose, problems, null, null, judge.relief());
  }

  private String packName(List<RecognisedItem> items) {
    String t = NameParts.title(arrivalKey.isEmpty() ? arrival.key() : arrivalKey, arrivalName);
    return !t.isEmpty()
        ? t
        : items.isEmpty() ? Words.of("recogniser.untitled-pack") : items.getFirst().name();
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
    Map<String, RoleVocabulary.Sense> habits = new HashMap<>();
    for (NamingHabit h : knowledge.habits()) {
      habits.put(h.word().toLowerCase(Locale.ROOT), new RoleVocabulary.Sense(h.role(), null, 0.96));
    }
    return new ArrayList<>(
        named.parallelStream()
            .map(n -> {
              boolean tile = n.parts().innerTile() >= 0 && tiled.contains(n.scope().scope());
              return new Candidate(
                  n.file(), tile ? n.parts().withInnerTile() : n.parts(), n.scope(), habits);
            })
            .toList());
  }

  /**
   * Takes panoramas out of {@code pictures}: HDR files, and EXR files that are named or shaped so.
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
      boolean alone = c.file.image() == null && !named(c, named);
      boolean wide = c.file.info().map(i -> i.width() == 2 * i.height()).orElse(alone);
      boolean isHdr =
          ext.equals("hdr") || c.file.info().filter(i -> i.format() == ImageFormat.HDR).isPresent();
      boolean isExr =
          ext.equals("exr") || c.file.info().filter(i -> i.format() == ImageFormat.EXR).isPresent();
      if (!role && (isHdr || (isExr && (light || wide)))) {
        out.add(c);
      }
    }
    pictures.removeAll(new HashSet<>(out));
    return out;
  }

  /** Whether maps beside {@code c} are named as it is, or as it begins. */
  private static boolean named(Candidate c, Set<String> keys) {
    for (int end = c.plainKey.length(); end > 0; end = c.plainKey.lastIndexOf('_', end - 1)) {
      if (keys.contains(c.scope.scope() + "|" + NameParts.folded(c.plainKey.substring(0, end)))) {
        return true;
      }
    }
    return false;
  }

  /**
   * Previews by a sure word leave their sets, unless the word is part of a real set's name or a
   * document uses the picture.
   */
  private void takePreviews(List<FoundSet> sets, List<Candidate> rest, Set<String> used) {
    for (FoundSet s : sets) {
      boolean partOfName =
          s.roles().size() >= 2
              && s.members.stream().allMatch(c -> PictureWords.preview(c).isPresent());
      if (partOfName) {
        continue;
      }
      for (Candidate c : List.copyOf(s.members)) {
        PictureWords.preview(c)
            .filter(word -> !used.contains(c.file.path()))
            .ifPresent(word -> {
              s.members.remove(c);
              ItemMaker.preview(loose, c, Words.of("recogniser.name-says", word));
            });
      }
    }
    for (Candidate c : List.copyOf(rest)) {
      PictureWords.preview(c)
          .ifPresent(word -> {
            rest.remove(c);
            ItemMaker.preview(loose, c, Words.of("recogniser.name-says", word));
          });
    }
  }
}
