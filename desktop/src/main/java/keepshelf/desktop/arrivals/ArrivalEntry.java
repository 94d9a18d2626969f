package keepshelf.desktop.arrivals;

import java.nio.file.Path;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import keepshelf.core.intake.Arrival;
import keepshelf.desktop.work.Job;

/** One download in the list of arrivals. Changes on the interface thread. */
public final class ArrivalEntry {
  /** How far it is. */
  public enum State {
    READING,
    READY,
    FAILED,
    ALREADY_THERE,
    FILING
  }

  private final Path path;
  private final ObjectProperty<State> state = new SimpleObjectProperty<>(State.READING);
  private final ObjectProperty<Arrival> arrival = new SimpleObjectProperty<>();
  private final StringProperty line = new SimpleStringProperty("");
  private final DoubleProperty progress = new SimpleDoubleProperty(-1);
  private final StringProperty source = new SimpleStringProperty("");
  private final StringProperty licence = new SimpleStringProperty("");
  private final StringProperty version = new SimpleStringProperty("");
  Job job;

  ArrivalEntry(Path path) {
    this.path = path;
  }

  /** Where the download lies. */
  public Path path() {
    return path;
  }

  /** Its file name. */
  public String name() {
    return path.getFileName().toString();
  }

  /** How far it is. */
  public ObjectProperty<State> stateProperty() {
    return state;
  }

  /** What it holds, once it is read. */
  public ObjectProperty<Arrival> arrivalProperty() {
    return arrival;
  }

  /** The line below its name. */
  public StringProperty lineProperty() {
    return line;
  }

  /** 0..1 while it is read, else -1. */
  public DoubleProperty progressProperty() {
    return progress;
  }

  /** Who it came from, as it will be recorded. */
  public StringProperty sourceProperty() {
    return source;
  }

  /** Its licence, as it will be recorded. */
  public StringProperty licenceProperty() {
    return licence;
  }

  /** Its version, as it will be recorded. */
  public StringProperty versionProperty() {
    return version;
  }
}
