package keepshelf.desktop.bench.state;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import keepshelf.core.Shelf;
import keepshelf.core.bench.BenchItem;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.measure.Sharpness;
import keepshelf.core.measure.Shot;
import keepshelf.core.model.ItemKind;
import keepshelf.core.preview.Previews;
import keepshelf.core.projects.Project;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.pixel.Pixels;

/**
 * What lies on the bench and how it stands. Each item comes back as it was left, with changes that
 * were not kept yet.
 */
public final class BenchModel {
  /** A list of more would not be read. */
  private static final int MOST_OTHERS = 300;

  /** A light or an item that can be chosen. */
  public record Choice(String id, String title) {
    @Override
    public String toString() {
      return title;
    }
  }

  private final Shelf shelf;
  private final ReadOnlyObjectWrapper<ShelvedItem> item = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<FinishModel> finish = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<BenchState> state =
      new ReadOnlyObjectWrapper<>(BenchState.FIRST);
  private final ObjectProperty<String> resolution = new SimpleObjectProperty<>();
  private final ObjectProperty<Shot> shot =
      new SimpleObjectProperty<>(new Shot(2.5, 35, Shot.FULL_FRAME, 1920));
  private final ObjectProperty<ShelvedItem> other = new SimpleObjectProperty<>();
  private final Map<String, BenchState> states = new HashMap<>();
  private final Map<String, FinishModel> drafts = new HashMap<>();

  private final BenchMemory memory;

  /**
   * A bench over a shelf.
   *
   * @param file where it is kept how the bench was left, until the next start
   */
  public BenchModel(Shelf shelf, java.nio.file.Path file) {
    this.shelf = shelf;
    memory = BenchMemory.read(file);
    states.putAll(memory.states());
  }

  /** Keeps what was tried and how the bench stands, for the next start. */
  public void remember() {
    if (item.get() != null) {
      states.put(item.get().item().id(), state.get());
    }
    memory.write(states, drafts);
  }

  /** The item, or null when there is none yet. */
  public ReadOnlyObjectProperty<ShelvedItem> itemProperty() {
    return item.getReadOnlyProperty();
  }

  /** Its finish that is tried, or null without an item. */
  public ReadOnlyObjectProperty<FinishModel> finishProperty() {
    return finish.getReadOnlyProperty();
  }

  /** How the bench stands. */
  public ReadOnlyObjectProperty<BenchState> stateProperty() {
    return state.getReadOnlyProperty();
  }

  /** The edition that is shown; null for what a preview needs. */
  public ObjectProperty<String> resolutionProperty() {
    return resolution;
  }

  /** The shot that sharpness is judged for. */
  public ObjectProperty<Shot> shotProperty() {
    return shot;
  }

  /** What stands beside it, or null when nothing was chosen yet. */
  public ObjectProperty<ShelvedItem> otherProperty() {
    return other;
  }

  /** Finds an item that is to stand beside; slow. */
  public java.util.Optional<ShelvedItem> find(String id) {
    return shelf.catalogue().item(id);
  }

  /** What can stand beside: what lay on the bench before, then other materials by name. */
  public List<Choice> others(List<ItemCard> all) {
    List<Choice> out = new ArrayList<>();
    String own = item.get().item().id();
    all.stream()
        .filter(c -> takes(c.kind()) && !c.id().equals(own))
        .sorted(
            java.util.Comparator.comparing((ItemCard c) -> !drafts.containsKey(c.id()))
                .thenComparing(ItemCard::name, String.CASE_INSENSITIVE_ORDER))
        .limit(MOST_OTHERS)
        .forEach(c -> out.add(new Choice(c.id(), c.name())));
    return out;
  }

  /** Whether an item can lie on the bench. */
  public static boolean takes(ItemKind kind) {
    return kind == ItemKind.MATERIAL || kind == ItemKind.OVERLAY;
  }

  /** Lays an item on the bench as it was left, with what was tried of it. */
  public void open(ShelvedItem s) {
    if (item.get() != null && item.get().item().id().equals(s.item().id())) {
      finish.get().recorded(s);
      item.set(s);
      return;
    }
    FinishModel m = drafts.computeIfAbsent(s.item().id(), id -> memory.restored(s));
    m.recorded(s);
    put(s, m);
  }

  /** Lays an item on the bench with the finish of a name, or a new one when that is null. */
  public void open(ShelvedItem s, String named) {
    FinishModel m = new FinishModel(s, named);
    drafts.put(s.item().id(), m);
    put(s, m);
  }

  private void put(ShelvedItem s, FinishModel m) {
    if (item.get() != null) {
      states.put(item.get().item().id(), state.get());
    }
    resolution.set(null);
    BenchState was = states.get(s.item().id());
    // Another item is seen as the last one was: that is what comparing needs.
    state.set(was == null ? state.get().beside(BenchState.Beside.ALONE) : was);
    finish.set(m);
    item.set(s);
  }

  /** Changes how the bench stands. */
  public void stand(BenchState next) {
    state.set(next);
  }

  /** Items whose grey maps can be laid over others: overlays first, then materials, by name. */
  public static List<Choice> overlays(List<ItemCard> all) {
    java.util.Map<String, Long> keys =
        all.stream()
            .collect(
                java.util.stream.Collectors.groupingBy(
                    ItemCard::key, java.util.stream.Collectors.counting()));
    return all.stream()
        .filter(c -> OverlayMaps.suits(c.kind()))
        .sorted(
            java.util.Comparator.comparing((ItemCard c) -> c.kind() != ItemKind.OVERLAY)
                .thenComparing(ItemCard::name, String.CASE_INSENSITIVE_ORDER))
        .limit(MOST_OTHERS)
        // Keys are what people give on, where they say which item is meant.
        .map(c -> new Choice(keys.get(c.key()) == 1 ? c.key() : c.id(), c.name()))
        .toList();
  }

  /** All lights that can be chosen: the program's own, then those on the shelf by name. */
  public List<Choice> lights(List<ItemCard> all) {
    List<Choice> out = new ArrayList<>();
    for (Light l : Light.values()) {
      out.add(new Choice(l.name(), l.title()));
    }
    all.stream()
        .filter(c -> c.kind() == ItemKind.ENVIRONMENT)
        .sorted(java.util.Comparator.comparing(ItemCard::name, String.CASE_INSENSITIVE_ORDER))
        .forEach(c -> out.add(new Choice(c.id(), c.name())));
    return out;
  }

  /** Width of a tile in metres with what is tried. */
  public double tile() {
    Finish f = finish.get().draftProperty().get();
    Double own = item.get().item().tileMetres();
    return f.tileMetres() != null
        ? f.tileMetres()
        : own == null ? Previews.ASSUMED_TILE_METRES : own;
  }

  /** Which edition the shot needs. */
  public Sharpness sharpness() {
    return Sharpness.of(item.get().item(), tile(), shot.get());
  }

  /** Label of the edition that is enough, or null when none is. */
  public static String enoughOf(Sharpness s) {
    return s.editions().stream()
        .filter(e -> e.verdict() == Sharpness.Verdict.ENOUGH)
        .map(Sharpness.EditionSharpness::resolution)
        .findFirst()
        .orElse(null);
  }

  /** The pixels of a map as they are stored; slow. */
  public Pixels pixels(ShelvedItem s, MapRecord m) throws java.io.IOException {
    return ImageDecoder.decode(shelf.folder().resolve(s.path(m)));
  }

  /** Jobs that use an item and say which texel density they want; slow. */
  public List<Project> wanting(ShelvedItem s) {
    return shelf.projects().all().stream()
        .filter(p -> p.asks().pixelsPerMetre() != null)
        .filter(p -> s.item().marks().projects().contains(p.name()))
        .toList();
  }

  /** Reads the item that lies there; slow. */
  public BenchItem read(ShelvedItem s, String edition) throws java.io.IOException {
    return BenchItem.of(shelf.folder(), shelf.previews(), s, edition);
  }

  /** The shelf it is about. */
  public Shelf shelf() {
    return shelf;
  }
}
