package keepshelf.desktop.mend;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.making.mend.Fault;
import keepshelf.core.making.mend.MendedPixels;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.desktop.facts.Measuring;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.PictureBox;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.pixel.Pixels;

/**
 * What of an item's maps can be put right, lit as it was delivered and as it would be, before
 * anything is made.
 */
public final class MendPane extends BorderPane {
  private static final double SIDE = 400;
  private static final int PIXELS = 512;

  private final ShelvedItem item;
  private final Shelf shelf;
  private final Measuring measuring;
  private final Consumer<Set<Cure>> mend;
  private final PictureBox before = new PictureBox(SIDE);
  private final PictureBox after = new PictureBox(SIDE);
  private final Label said = Kit.wrapped(Words.of("mend.looking"), "second");
  private final VBox choices = new VBox(6);
  private final Button go;
  private final Map<Cure, CheckBox> boxes = new EnumMap<>(Cure.class);
  private List<Fault> faults = List.of();
  private Previews.Lit lit;
  private int asked;

  /** What was worked out in the background. */
  private record Seen(Picture before, Picture after, List<String> said, boolean any) {}

  /**
   * For an item.
   *
   * @param mend puts right what was chosen
   * @param close goes back
   */
  public MendPane(
      ShelvedItem item,
      Shelf shelf,
      Previews.Lit lit,
      Measuring measuring,
      Consumer<Set<Cure>> mend,
      Runnable close) {
    this.item = item;
    this.shelf = shelf;
    this.lit = lit;
    this.measuring = measuring;
    this.mend = mend;
    setId("mend");
    getStyleClass().add("look");
    setFocusTraversable(true);
    go =
        Kit.button(
            Words.of("mend.go"),
            () -> {
              mend.accept(chosen());
              close.run();
            },
            "main");
    go.setId("mend-go");
    go.setDisable(true);
    Button back = Kit.button(Words.of("mend.close"), close);
    back.setId("mend-close");
    said.setId("mend-said");
    Label title = Kit.label(Words.of("mend.title", item.item().name()), "heading");
    HBox pictures = new HBox(18, captioned("mend.before", before), captioned("mend.after", after));
    pictures.setAlignment(Pos.CENTER);
    VBox top = new VBox(4, title, Kit.wrapped(Words.of("mend.about"), "second"));
    top.setPadding(new Insets(16, 22, 4, 22));
    VBox low = new VBox(10, choices, said, new HBox(8, go, back));
    low.setPadding(new Insets(4, 22, 18, 22));
    setTop(top);
    setCenter(pictures);
    setBottom(low);
    measuring.measure(() -> shelf.making().faults(item), this::found);
  }

  private static VBox captioned(String word, PictureBox box) {
    VBox v = new VBox(6, box, Kit.label(Words.of(word), "strong"));
    v.setAlignment(Pos.CENTER);
    return v;
  }

  private void found(List<Fault> all) {
    faults = all;
    for (Fault f : all) {
      for (Cure c : f.cures()) {
        boxes.computeIfAbsent(c, this::box);
      }
    }
    boxes.forEach((c, b) -> {
      List<String> files =
          all.stream().filter(f -> f.cures().contains(c)).map(f -> f.map().fileName()).toList();
      b.setText(Words.of("mend.cure." + c.id(), String.join(", ", files)));
      choices.getChildren().add(b);
    });
    if (all.isEmpty()) {
      said.setText(Words.of("mend.nothing"));
    } else {
      draw();
    }
  }

  private CheckBox box(Cure c) {
    CheckBox b = new CheckBox();
    b.setId("mend-" + c.id());
    // File names have underscores.
    b.setMnemonicParsing(false);
    b.setSelected(true);
    b.setOnAction(e -> draw());
    return b;
  }

  private Set<Cure> chosen() {
    Set<Cure> out = EnumSet.noneOf(Cure.class);
    boxes.forEach((c, b) -> {
      if (b.isSelected()) {
        out.add(c);
      }
    });
    return out;
  }

  private void draw() {
    Set<Cure> cures = chosen();
    int mine = ++asked;
    go.setDisable(true);
    said.setText(Words.of("mend.looking"));
    Previews.Lit light = lit;
    measuring.measure(
        () -> seen(cures, light),
        s -> {
          if (mine == asked) {
            show(s);
          }
        });
  }

  private Seen seen(Set<Cure> cures, Previews.Lit light) {
    Map<String, Pixels> mended = new HashMap<>();
    List<String> words = new ArrayList<>();
    for (Fault f : faults) {
      Fault some = f.only(cures);
      if (some.cures().isEmpty()) {
        continue;
      }
      try {
        Pixels p = MendedPixels.of(some, item, shelf.folder());
        mended.put(f.map().sha256(), p);
        boolean left = some.cures().stream().anyMatch(c -> MendedPixels.isLeft(c, p, some));
        words.add(Words.of(left ? "mend.left" : "mend.gone", f.map().fileName()));
      } catch (IOException e) {
        words.add(Words.of("mend.cannot", f.map().fileName(), e.getMessage()));
      }
    }
    try {
      return new Seen(
          shelf.previews().with(item, Map.of(), PIXELS, light),
          shelf.previews().with(item, mended, PIXELS, light),
          words,
          !mended.isEmpty());
    } catch (IOException e) {
      return new Seen(null, null, List.of(e.getMessage()), false);
    }
  }

  private void show(Seen s) {
    said.setText(String.join("\n", s.said()));
    go.setDisable(!s.any());
    if (s.before() != null) {
      before.show(new SimpleObjectProperty<>(s.before()), true);
      after.show(new SimpleObjectProperty<>(s.after()), true);
    }
  }

  /** L shows it under the next light. */
  public void key(KeyEvent e) {
    if (e.getCode() == KeyCode.L && !e.isShortcutDown() && !faults.isEmpty()) {
      lit = lit.next();
      draw();
      e.consume();
    }
  }
}
