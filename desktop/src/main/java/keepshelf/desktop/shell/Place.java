package keepshelf.desktop.shell;

import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.input.KeyEvent;

/** One place of the application, as the window sees it. */
public interface Place {
  /** Its name on the spine. */
  String name();

  /** What stands in the header while it is open, right of the word mark. */
  Node header();

  /** What fills the window while it is open. */
  Node content();

  /** A number on the spine when something wants attention, else 0. */
  default ObservableValue<Number> attention() {
    return new SimpleIntegerProperty(0);
  }

  /** A line about its state for the foot. */
  ObservableValue<String> status();

  /** Its keys, for the foot. */
  String keys();

  /** It was opened: put the focus where work starts. */
  void opened();

  /** A key that nothing else used; consumes it when it means something here. */
  void key(KeyEvent e);
}
