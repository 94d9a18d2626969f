package keepshelf.core.recognise;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;
import keepshelf.core.disk.Awaited;
import keepshelf.core.inspect.SetChecks;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.LooseFile.Sort;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.model.ModelFacts;
import keepshelf.core.recognise.model.ModelReader;
import keepshelf.core.recognise.names.NameParts;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Makes items of model files, with the texture sets that their material slots mean. */
final class ModelItems implements AutoCloseable {
  private static final Set<String> MODELS =
      Set.of("obj", "fbx", "glb", "gltf", "dae", "ply", "stl");

  /** A test object for a material, not a model: a plane. */
  private static final int PLANE = 2;

  private final List<Problem> problems;
  private final List<LooseFile> files;
  private final @Nullable Future<List<ModelFacts>> reading;

  /** Begins to read the model files among {@code loose}, while others look at pictures. */
  ModelItems(List<LooseFile> loose, List<Problem> problems) {
    this.problems = problems;
    files =
        loose.stream()
            .filter(l -> MODELS.contains(l.file().extension()) && l.file().size() > 0)
            .filter(l -> l.file().onDisk() != null && l.sort() != Sort.JUNK)
            .toList();
    if (files.isEmpty()) {
      reading = null;
      return;
    }
    List<Path> paths = files.stream().map(l -> Objects.requireNonNull(l.file().onDisk())).toList();
    FutureTask<List<ModelFacts>> task =
        new FutureTask<>(() -> ModelReader.read(root(files.getFirst().file()), paths));
    Thread.ofPlatform().daemon().name("keepshelf-models").start(task);
    reading = task;
  }

  /** Stops reading when nobody asks for the answer any more. */
  @Override
  public void close() {
    if (reading != null) {
      reading.cancel(true);
    }
  }

  /**
   * Returns {@code items} with those sets joined that belong to one model; the model files stay in
   * {@code loose} and say what they hold.
   */
  List<RecognisedItem> attach(List<RecognisedItem> items, List<LooseFile> loose) {
    if (reading == null) {
      return items;
    }
    List<ModelFacts> facts = Awaited.get(reading);
    // The same model in several file formats is one item.
    Map<String, List<Integer>> byName = new LinkedHashMap<>();
    for (int i = 0; i < files.size(); i++) {
      LooseFile l = files.get(i);
      ModelFacts f = facts.get(i);
      if (f.trouble() != null) {
        problems.add(
            Problem.warning(
                "unreadable-model",
                l.file().path(),
                Phrase.of("modelItems.cannot-read-model-kept-with", l.file().name(), f.trouble())));
      } else if (f.triangles() > PLANE) {
        String key = NameParts.of(l.file().stem()).key();
        byName.computeIfAbsent(key.isEmpty() ? "model" : key, k -> new ArrayList<>()).add(i);
        loose.set(loose.indexOf(l), new LooseFile(l.file(), Sort.SCENE, said(f)));
      }
    }
    List<RecognisedItem> out = new ArrayList<>(items);
    Map<String, Set<String>> wanted = new LinkedHashMap<>();
    byName.forEach(
        (key, of) -> wanted.put(key, sets(key, of, files, facts, items, byName.size() == 1)));
    Map<String, Integer> claims = new HashMap<>();
    wanted.values().forEach(keys -> keys.forEach(k -> claims.merge(k, 1, Integer::sum)));
    wanted.forEach((key, keys) -> {
      // A set that several models use stays a material of its own.
      List<RecognisedItem> own =
          out.stream()
              .filter(i -> keys.contains(i.key()) && claims.getOrDefault(i.key(), 0) == 1)
              .toList();
      out.removeAll(own);
      out.add(
          model(
              key,
              own,
              byName.getOrDefault(key, List.of()).stream().map(facts::get).toList(),
              out));
    });
    return out;
  }

  /** The folder that the pack's paths begin in. */
  private static Path root(SourceFile f) {
    Path p = Objects.requireNonNull(f.onDisk()).toAbsolutePath().normalize();
    for (int i = 0; i < f.parts().size(); i++) {
      p = Objects.requireNonNull(p.getParent());
    }
    return p;
  }

  private static String said(ModelFacts f) {
    return Words.of(
        "modelItems.model-triangles-with-material-slot",
        f.triangles(),
        f.slots().size(),
        f.slots().size() == 1 ? "" : "s");
  }

  /** Keys of the sets that a model's textures belong to. */
  private static Set<String> sets(
      String key,
      List<Integer> of,
      List<LooseFile> files,
      List<ModelFacts> facts,
      List<RecognisedItem> items,
      boolean only) {
    Set<String> names = new HashSet<>();
    for (int i : of) {
      for (ModelFacts.Slot s : facts.get(i).slots()) {
        s.textures().forEach(t -> names.add(fileName(t)));
      }
    }
    Set<String> out = new HashSet<>();
    for (RecognisedItem item : items) {
      boolean material = item.kind() == ItemKind.MATERIAL || item.kind() == ItemKind.PHOTO_TEXTURE;
      boolean named =
          item.maps().stream()
              .anyMatch(m -> names.contains(m.file().name().toLowerCase(Locale.ROOT)));
      boolean kin = names.isEmpty() && (item.key().startsWith(key) || key.startsWith(item.key()));
      boolean slotNamed =
          of.stream()
              .flatMap(i -> facts.get(i).slots().stream())
              .anyMatch(s -> item.key().equals(NameParts.of(s.name()).key()));
      if (material && (named || kin || slotNamed)) {
        out.add(item.key());
      }
    }
    if (out.isEmpty() && only) {
      String folder = folder(files.get(of.getFirst()).file());
      items.stream()
          .filter(i -> i.kind() == ItemKind.MATERIAL)
          .filter(i -> folder(i.maps().getFirst().file()).startsWith(folder))
          .forEach(i -> out.add(i.key()));
      return out.size() == 1 ? out : Set.of();
    }
    return out;
  }

  private static String folder(SourceFile f) {
    return String.join("/", f.parts().subList(0, f.parts().size() - 1));
  }

  private static String fileName(String path) {
    String p = path.replace('\\', '/');
    return p.substring(p.lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
  }

  private static RecognisedItem model(
      String key, List<RecognisedItem> sets, List<ModelFacts> facts, List<RecognisedItem> others) {
    List<RecognisedMap> maps = new ArrayList<>();
    for (RecognisedItem s : sets) {
      String part = sets.size() == 1 ? null : part(s, facts);
      s.maps().forEach(m -> maps.add(m.inPart(part)));
    }
    String unique = key;
    for (int n = 2; taken(unique, others); n++) {
      unique = key + "_" + n;
    }
    return SetChecks.withMaps(
        new RecognisedItem(
            unique, NameParts.title(key), ItemKind.MODEL, Workflow.UNKNOWN, null, maps, List.of()),
        maps);
  }

  private static boolean taken(String key, List<RecognisedItem> items) {
    return items.stream().anyMatch(i -> i.key().equals(key));
  }

  /** The slot that uses a picture of {@code set}, else the set's own name. */
  private static String part(RecognisedItem set, List<ModelFacts> facts) {
    Set<String> names = new HashSet<>();
    set.maps().forEach(m -> names.add(m.file().name().toLowerCase(Locale.ROOT)));
    for (ModelFacts f : facts) {
      for (ModelFacts.Slot s : f.slots()) {
        if (s.textures().stream().anyMatch(t -> names.contains(fileName(t)))) {
          return s.name();
        }
      }
    }
    return set.name();
  }
}
