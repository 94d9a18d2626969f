package keepshelf.core.install.plan;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.preview.ModelLook;
import keepshelf.core.preview.ModelSlots;
import keepshelf.core.preview.ShelvedModel;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.model.ModelFile;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * How a model is set up: its file, and the maps of each of its slots.
 *
 * @param file on the shelf
 * @param slots in the file's order
 */
record ModelPlan(@Nullable ModelFile file, List<Slot> slots) {
  /** A slot of the model and the maps that belong to it. */
  record Slot(String name, List<MapRecord> maps) {}

  /**
   * Reads the model's file.
   *
   * @param remarks takes what a person should know
   * @throws ShelfException when there is no file of it, or it cannot be read
   */
  static ModelPlan of(
      ShelfFolder shelf,
      Catalogue catalogue,
      ShelvedItem item,
      HostProfile profile,
      InstallOptions options,
      List<String> remarks)
      throws ShelfException {
    ShelvedModel model = new ShelvedModel(shelf, item, catalogue.need(item.pack().id()));
    ModelFile file = model.file().orElse(null);
    ModelLook look = file == null ? null : model.look().orElse(null);
    if (look == null) {
      throw new ShelfException(
          Problem.error(
              "no-model",
              file == null ? item.item().key() : file.file().toString(),
              Phrase.of(
                  "modelPlan.cannot-installed",
                  item.item().name(),
                  file == null
                      ? Phrase.of("modelPlan.pack-has-no-model-file")
                      : Phrase.of("modelPlan.file-cannot-read", file.file().getFileName()))));
    }
    if (!look.metres() && options.metresPerUnit() == null) {
      remarks.add(Words.of("modelPlan.file-does-not-say-what", size(look.facts().size(), 1)));
    }
    if (!look.missing().isEmpty()) {
      remarks.add(Words.of("modelPlan.pack-does-not-have", String.join(", ", look.missing())));
    }
    List<Slot> slots = new ArrayList<>();
    ModelSlots maps = new ModelSlots(item.item().maps());
    for (var s : look.facts().slots()) {
      boolean only = look.facts().slots().size() == 1;
      List<MapRecord> own = maps.of(s.name(), s.textures(), only);
      String name = s.name().isBlank() ? "Slot " + (slots.size() + 1) : s.name();
      if (own.isEmpty()) {
        remarks.add(Words.of("modelPlan.no-map-belongs-slot-will", name));
      }
      slots.add(new Slot(name, own));
    }
    return new ModelPlan(file, slots);
  }

  private static String size(List<Double> size, double metres) {
    List<String> out = new ArrayList<>();
    for (double s : size) {
      out.add(String.format(java.util.Locale.ROOT, "%.2f", s * metres));
    }
    return String.join(" × ", out) + " m";
  }
}
