package keepshelf.desktop.shell;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/**
 * What the places share that make a new item in the bench's stead: a title, the item's name, a way
 * back, the button that puts it on the shelf, and Ctrl+Z.
 */
public abstract class MakingFrame implements Place {
  /** What fills the window. */
  protected final BorderPane content = new BorderPane();

  /** The title in the header. */
  protected final Label title = Kit.label("", "heading");

  /** The new item's name. */
  protected final TextField name = new TextField();

  /** Puts it on the shelf. */
  protected final Button put;

  private final HBox header = new HBox(10);

  /**
   * The frame.
   *
   * @param id what the identifiers of its controls begin with
   * @param called what the name is, in words
   * @param back goes back to where it was opened from
   * @param make puts it on the shelf
   */
  protected MakingFrame(String id, String called, Runnable back, Runnable make) {
    title.setMinWidth(Label.USE_PREF_SIZE);
    name.setId(id + "-name");
    name.setAccessibleText(called);
    name.getStyleClass().add("small-field");
    name.setPrefColumnCount(16);
    Button goBack = Kit.button(Words.of("lay.back"), back);
    goBack.setId(id + "-back");
    put = Kit.button(Words.of("lay.put"), make, "main");
    put.setId(id + "-put");
    header.getChildren().addAll(title, name, Kit.spring(), goBack, put);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
  }

  /** Puts controls behind the name. */
  protected final void behindName(Node... controls) {
    int at = header.getChildren().indexOf(name);
    header.getChildren().addAll(at + 1, List.of(controls));
  }

  /** Puts a panel that scrolls at the right. */
  protected final void right(Region panel, double width) {
    ScrollPane scroll = new ScrollPane(panel);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setPrefWidth(width);
    scroll.setMinWidth(width);
    scroll.getStyleClass().add("finish-panel");
    content.setRight(scroll);
  }

  /** Takes the last change back. */
  protected abstract void undo();

  /** A key without others; returns whether it means something here. */
  protected boolean pressed(KeyCode key) {
    return false;
  }

  @Override
  public final String name() {
    return Words.of("place.bench");
  }

  @Override
  public final Node header() {
    return header;
  }

  @Override
  public final Node content() {
    return content;
  }

  @Override
  public final void key(KeyEvent e) {
    boolean meant = false;
    if (!e.isShortcutDown()) {
      meant = pressed(e.getCode());
    } else if (e.getCode() == KeyCode.Z) {
      undo();
      meant = true;
    }
    if (meant) {
      e.consume();
    }
  }
}
