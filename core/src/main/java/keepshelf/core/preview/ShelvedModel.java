package keepshelf.core.preview;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.recognise.model.ModelFacts;
import keepshelf.core.recognise.model.ModelFile;
import keepshelf.core.recognise.model.ModelReader;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.render.ModelPreview;
import keepshelf.imaging.render.Surface;
import org.jspecify.annotations.Nullable;

/** A model item with its files: what it holds, what is missing, and its picture. */
public final class ShelvedModel {
  /** Model formats, those first that tell most about their materials. */
  private static final List<String> ENDINGS =
      List.of("glb", "gltf", "obj", "fbx", "dae", "ply", "stl");

  /** What models of these formats name beside them: materials and buffers. */
  private static final Set<String> PARTS = Set.of("mtl", "bin");

  private final ShelfFolder shelf;
  private final ShelvedItem item;
  private final PackRecord pack;

  /** The model {@code item} of {@code pack}. */
  public ShelvedModel(ShelfFolder shelf, ShelvedItem item, PackRecord pack) {
    this.shelf = shelf;
    this.item = item;
    this.pack = pack;
  }

  /** The model's file, if the pack still has one that goes by the item's name. */
  public Optional<ModelFile> file() {
    return named()
        .min(Comparator.comparingInt(f -> ENDINGS.indexOf(ending(f.path()))))
        .map(f ->
            new ModelFile(
                shelf.resolve(pack.folder()), shelf.resolve(pack.folder() + "/" + f.path())));
  }

  /** All that the model is made of but its pictures: its files in every format, and their parts. */
  public List<PackRecord.FileRecord> files() {
    List<PackRecord.FileRecord> models = named().toList();
    Set<String> folders = new HashSet<>();
    models.forEach(f -> folders.add(folder(f.path())));
    return pack.files().stream()
        .filter(f -> f.elsewhere() == null)
        .filter(f ->
            models.contains(f)
                || PARTS.contains(ending(f.path())) && folders.contains(folder(f.path())))
        .toList();
  }

  private Stream<PackRecord.FileRecord> named() {
    String key = Alike.folded(item.item().key());
    return pack.files().stream()
        .filter(f -> f.elsewhere() == null && ENDINGS.contains(ending(f.path())))
        .filter(f -> {
          String stem = Alike.folded(stem(f.path()));
          return stem.contains(key) || key.startsWith(stem);
        });
  }

  private static String folder(String path) {
    return path.substring(0, path.lastIndexOf('/') + 1);
  }

  private static String ending(String path) {
    return path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
  }

  private static String stem(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.contains(".") ? name.substring(0, name.lastIndexOf('.')) : name;
  }

  /** What the model's file holds; empty when there is none or it cannot be read. */
  public Optional<ModelLook> look() {
    Optional<ModelFile> f = file();
    if (f.isEmpty()) {
      return Optional.empty();
    }
    ModelFacts facts;
    try {
      facts = ModelReader.facts(f.get());
    } catch (IOException e) {
      return Optional.empty();
    }
    if (facts.trouble() != null) {
      return Optional.empty();
    }
    Set<String> there = new HashSet<>();
    pack.files().stream()
        .filter(x -> x.elsewhere() == null)
        .forEach(x -> there.add(ModelSlots.fileName(x.path())));
    List<String> missing = new ArrayList<>();
    for (ModelFacts.Slot s : facts.slots()) {
      s.textures().stream()
          .map(ModelSlots::fileName)
          .filter(t -> !there.contains(t) && !missing.contains(t))
          .forEach(missing::add);
    }
    // OBJ and most others say nothing about their unit; glTF is always in metres.
    boolean metres = Set.of("glb", "gltf").contains(ending(f.get().file().toString()));
    return Optional.of(new ModelLook(facts, metres, missing));
  }

  /** The rendered picture, opaque ARGB. */
  int[] render(int side, Previews.Lit lit) throws IOException {
    ModelFile f =
        file().orElseThrow(() -> new IOException(Words.of("shelvedModel.pack-has-no-model-file")));
    ModelFacts facts = ModelReader.facts(f);
    List<Surface> surfaces = new ArrayList<>();
    for (ModelFacts.Slot s : facts.slots()) {
      surfaces.add(surface(s, facts.slots().size() == 1));
    }
    Light light = lit.light();
    return ModelPreview.render(
        ModelReader.mesh(f), surfaces, side, side > 400 ? 2 : 3, light, lit.turnDegrees());
  }

  private @Nullable Surface surface(ModelFacts.Slot slot, boolean only) {
    List<MapRecord> own = new ModelSlots(item.item().maps()).of(slot.name(), slot.textures(), only);
    if (own.isEmpty()) {
      return null;
    }
    own = item.item().withMaps(own, List.of()).mapsAt("1K");
    List<MapFile> files = new ArrayList<>();
    Set<String> roles = new HashSet<>();
    for (MapRecord m : own) {
      if (roles.add(m.role() + "|" + m.channels())) {
        files.add(
            new MapFile(
                m.role(),
                m.channels(),
                shelf.resolve(item.path(m)),
                Handedness.ofId(m.handedness()).orElse(Handedness.UNKNOWN)));
      }
    }
    try {
      return SurfaceMaker.make(files);
    } catch (IOException e) {
      return null;
    }
  }
}
