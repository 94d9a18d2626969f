package keepshelf.desktop.shell;

import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.input.KeyEvent;

/** A place in which another can be opened in its stead, and left again. */
public final class ChangingPlace implements Place {
  private final Place usual;
  private Place now;

  /** Begins as {@code usual}. */
  public ChangingPlace(Place usual) {
    this.usual = usual;
    this.now = usual;
  }

  /** Opens another one; the frame is to be renewed. */
  public void enter(Place other) {
    now = other;
  }

  /** Goes back to the usual one; false when it was there already. */
  public boolean leave() {
    boolean was = now != usual;
    now = usual;
    return was;
  }

  @Override
  public String name() {
    return usual.name();
  }

  @Override
  public Node header() {
    return now.header();
  }

  @Override
  public Node content() {
    return now.content();
  }

  @Override
  public ObservableValue<Number> attention() {
    return usual.attention();
  }

  @Override
  public ObservableValue<String> status() {
    return now.status();
  }

  @Override
  public String keys() {
    return now.keys();
  }

  @Override
  public void opened() {
    now.opened();
  }

  @Override
  public void key(KeyEvent e) {
    now.key(e);
  }
}
