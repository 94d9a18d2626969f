package keepshelf.desktop.facts;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.ModelLook;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** What a model holds, read when it is first looked at. */
public final class ModelFactsBox extends VBox {
  /** Of an item; {@code measuring} reads in the background. */
  public ModelFactsBox(ShelvedItem s, Shelf shelf, Measuring measuring) {
    super(2);
    getChildren().add(Kit.label(Words.of("model.reading"), "second"));
    measuring.measure(
        () -> {
          try {
            return shelf.previews().modelLook(s);
          } catch (IOException e) {
            return Optional.<ModelLook>empty();
          }
        },
        this::show);
  }

  private void show(Optional<ModelLook> look) {
    getChildren().clear();
    if (look.isEmpty()) {
      getChildren().add(Kit.wrapped(Words.of("model.unreadable"), "attention"));
      return;
    }
    ModelLook l = look.get();
    List<Double> size = l.facts().size();
    if (size.size() == 3) {
      String measured =
          size.stream()
              .map(v -> String.format(Locale.ROOT, v < 10 ? "%.2f" : "%.0f", v))
              .collect(Collectors.joining(" × "));
      say(Words.of(l.metres() ? "model.size.metres" : "model.size", measured), "second");
    }
    say(Words.of("model.triangles", l.facts().triangles()), "second");
    l.facts()
        .slots()
        .forEach(s -> say(Words.of("model.slot", s.name(), s.textures().size()), "second"));
    l.missing().forEach(m -> say(Words.of("model.missing", m), "bad"));
  }

  private void say(String text, String style) {
    getChildren().add(Kit.wrapped(text, style));
  }
}
