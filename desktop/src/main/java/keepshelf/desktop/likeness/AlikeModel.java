package keepshelf.desktop.likeness;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.likeness.AlikeItem;
import keepshelf.core.likeness.Alikes;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Job;
import keepshelf.desktop.work.WorkList;

/** What looks like an item or a picture, and of that what a job may use. */
public final class AlikeModel {
  /** More are not looked through by anyone. */
  private static final int MOST = 60;

  private final Shelf shelf;
  private final WorkList work;
  private final Project project;
  private final ObservableList<Candidate> found = FXCollections.observableArrayList();
  private final ObjectProperty<Candidate> chosen = new SimpleObjectProperty<>();
  private final ReadOnlyBooleanWrapper looking = new ReadOnlyBooleanWrapper();

  /**
   * Over what {@code shelf} has.
   *
   * @param project whose terms what is found has to fit, or null
   */
  public AlikeModel(Shelf shelf, WorkList work, Project project) {
    this.shelf = shelf;
    this.work = work;
    this.project = project;
  }

  /** What was found, the most alike first. */
  public ObservableList<Candidate> found() {
    return found;
  }

  /** The one that is acted on, or null. */
  public ObjectProperty<Candidate> chosenProperty() {
    return chosen;
  }

  /** Whether it is still being looked for. */
  public ReadOnlyBooleanProperty lookingProperty() {
    return looking.getReadOnlyProperty();
  }

  /** The job whose terms count, or null. */
  Project project() {
    return project;
  }

  /** Looks for what looks like an item; for a job, only what could take its place. */
  public void like(String item) {
    search(cards ->
        shelf
            .alikes()
            .like(
                item,
                room(),
                id ->
                    project == null
                        || cards.containsKey(id)
                            && cards.containsKey(item)
                            && Alikes.interchangeable(
                                cards.get(item).kind(), cards.get(id).kind())));
  }

  /** Looks for what looks like a picture. */
  public void like(Path picture) {
    search(cards -> shelf.alikes().like(picture, room()));
  }

  private int room() {
    return project == null ? MOST : 20 * MOST;
  }

  private interface Question {
    List<AlikeItem> ask(Map<String, ItemCard> cards) throws ShelfException;
  }

  private void search(Question question) {
    looking.set(true);
    found.clear();
    chosen.set(null);
    work.startPictures(
        Words.of("like.job"),
        job -> {
          try {
            List<Problem> problems = new ArrayList<>();
            lookAtNew(job, problems);
            Map<String, ItemCard> cards = new HashMap<>();
            shelf.catalogue().cards().forEach(c -> cards.put(c.id(), c));
            List<Candidate> now = candidates(question.ask(cards), cards);
            work.ui(() -> {
              work.problems().addAll(problems);
              found.setAll(now);
              chosen.set(now.isEmpty() ? null : now.getFirst());
            });
          } finally {
            work.ui(() -> looking.set(false));
          }
        });
  }

  private void lookAtNew(Job job, List<Problem> problems) {
    int[] all = {0};
    shelf
        .alikes()
        .lookAtNew(
            left -> {
              all[0] = Math.max(all[0], left);
              job.report(Words.of("like.left", left), 1 - (double) left / all[0]);
            },
            problems);
  }

  private List<Candidate> candidates(List<AlikeItem> alike, Map<String, ItemCard> cards) {
    List<Candidate> out = new ArrayList<>();
    for (AlikeItem a : alike) {
      ItemCard c = cards.get(a.item());
      if (c == null || out.size() == MOST) {
        continue;
      }
      JudgedUse judged = project == null ? null : judged(a.item());
      if (project == null || judged != null && judged.verdict().cleared()) {
        out.add(new Candidate(c, a.likeness(), judged));
      }
    }
    return out;
  }

  private JudgedUse judged(String item) {
    return shelf.catalogue().item(item).map(s -> shelf.projects().wouldBe(project, s)).orElse(null);
  }

  /** Chooses another one, {@code by} places on. */
  public void move(int by) {
    if (!found.isEmpty()) {
      int at = found.indexOf(chosen.get());
      chosen.set(found.get(Math.clamp((long) at + by, 0, found.size() - 1)));
    }
  }
}
