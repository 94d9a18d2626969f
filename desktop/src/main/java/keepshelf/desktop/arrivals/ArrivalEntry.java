package keepshelf.desktop.arrivals;

import java.nio.file.Path;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import keepshelf.core.duplicates.ArrivalTwins;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.desktop.making.MakeLater;
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
  private final ObjectProperty<ArrivalKin> kin = new SimpleObjectProperty<>();
  private final ObjectProperty<ArrivalTwins> twins = new SimpleObjectProperty<>(ArrivalTwins.NONE);
  private final BooleanProperty asKin = new SimpleBooleanProperty(true);
  private final PackForm form = new PackForm();
  private final MakeLater make = new MakeLater();
  private Arrival counted;
  private long questions;
  Job job;

  /** What it was opened with, or null. */
  String password;

  /** Whether a person has changed what was recognised. */
  boolean sorted;

  ArrivalEntry(Path path) {
    this.path = path;
  }

  /** What is to be made of its items once they are filed. */
  public MakeLater make() {
    return make;
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

  /** What it is to a pack on the shelf, or null. */
  public ObjectProperty<ArrivalKin> kinProperty() {
    return kin;
  }

  /** Which of its items are on the shelf already. */
  public ObjectProperty<ArrivalTwins> twinsProperty() {
    return twins;
  }

  /** Whether it is to be filed as a version or edition of that pack. */
  public BooleanProperty asKinProperty() {
    return asKin;
  }

  /** The record of its pack. */
  public PackForm form() {
    return form;
  }

  /** Whether it waits for a password. */
  public boolean locked() {
    return state.get() == State.FAILED
        && arrival.get() != null
        && arrival.get().problems().stream()
            .anyMatch(
                p -> p.code().equals("encrypted-archive") || p.code().equals("wrong-password"));
  }

  /** Maps about which a person should be asked; counted once for each state of the arrival. */
  public long questions() {
    Arrival a = arrival.get();
    if (a != counted) {
      questions = a == null ? 0 : a.questions();
      counted = a;
    }
    return questions;
  }

  /** Notes what was counted beside the interface thread. */
  void counted(Arrival a, long howMany) {
    counted = a;
    questions = howMany;
  }

  /** Whether it can be filed without asking anything. */
  public boolean sure() {
    return state.get() == State.READY
        && arrival.get() != null
        && !arrival.get().recognition().items().isEmpty()
        && questions() == 0;
  }
}
