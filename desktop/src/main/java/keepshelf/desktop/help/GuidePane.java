package keepshelf.desktop.help;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The guide: its pages at the left, the chosen one beside them. */
public final class GuidePane extends BorderPane {
  /** The pages in the order they are read. */
  public static final List<String> PAGES =
      List.of(
          "start",
          "arrivals",
          "shelf",
          "bench",
          "making",
          "hosts",
          "duplicates",
          "projects",
          "sources",
          "order");

  private static final double WIDTH = 900;
  private static final double HEIGHT = 600;

  private final ScrollPane scroll = new ScrollPane();
  private final ToggleGroup chosen = new ToggleGroup();

  /**
   * Opens the guide.
   *
   * @param page which page to open; the first when there is none of that name
   * @param close takes it away
   */
  public GuidePane(String page, Runnable close) {
    setId("guide");
    getStyleClass().addAll("notice", "note-edge");
    setPadding(new Insets(16));
    setPrefSize(WIDTH, HEIGHT);
    setMaxWidth(WIDTH);
    VBox list = new VBox(2, Kit.label(Words.of("guide.title"), "heading"));
    list.setPadding(new Insets(0, 16, 0, 0));
    for (String p : PAGES) {
      list.getChildren().add(entry(p));
    }
    chosen
        .selectedToggleProperty()
        .addListener((o, was, is) -> {
          if (is == null) {
            // A click on the open page leaves it open.
            chosen.selectToggle(was);
          } else {
            read((String) is.getUserData());
          }
        });
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setAccessibleText(Words.of("guide.title"));
    setLeft(list);
    setCenter(scroll);
    HBox low = new HBox(Kit.spring(), Kit.button(Words.of("notice.close"), close, "main"));
    low.setPadding(new Insets(12, 0, 0, 0));
    setBottom(low);
    open(page);
  }

  private ToggleButton entry(String page) {
    ToggleButton b = new ToggleButton(GuidePage.title(text(page)));
    b.setId("guide-" + page);
    b.setUserData(page);
    b.setToggleGroup(chosen);
    b.getStyleClass().add("guide-entry");
    b.setMaxWidth(Double.MAX_VALUE);
    return b;
  }

  /** Opens a page. */
  public void open(String page) {
    String known = PAGES.contains(page) ? page : PAGES.getFirst();
    chosen.getToggles().stream()
        .filter(t -> t.getUserData().equals(known))
        .findFirst()
        .ifPresent(chosen::selectToggle);
  }

  private void read(String page) {
    scroll.setContent(new GuidePage(text(page), this::open));
    scroll.setVvalue(0);
  }

  /** A page as it is written, in CommonMark. */
  static String text(String page) {
    try (InputStream in = GuidePane.class.getResourceAsStream("guide/" + page + ".md")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
