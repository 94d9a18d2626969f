package keepshelf.desktop.shelf;

import java.io.IOException;
import javafx.beans.value.ObservableValue;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.work.Pictures;

/** The previews of items, by what their cards know. */
public final class CardPictures {
  /** Pixels of a card's picture as it is kept on disk. */
  private static final int SIDE = 256;

  private final Shelf shelf;
  private final Pictures pictures;

  /** Previews of {@code shelf}. */
  public CardPictures(Shelf shelf, Pictures pictures) {
    this.shelf = shelf;
    this.pictures = pictures;
  }

  /** The picture on a card, as sharp as {@code points} on a screen need it. */
  public ObservableValue<Previews.Picture> of(ItemCard c, Previews.Lit lit, double points) {
    int least = Images.pixels(points);
    String key = key(c.id(), c.state(), Math.min(SIDE, least), lit);
    // Made smaller here, so that the interface thread need not do it each time a card is shown.
    return pictures.get(key, () -> make(c.id(), c.state(), SIDE, lit).reduced(least));
  }

  /** The picture of an item whose record was read. */
  public ObservableValue<Previews.Picture> of(ShelvedItem s, int side, Previews.Lit lit) {
    String id = s.item().id();
    String look = s.item().look();
    return pictures.get(key(id, look, side, lit), () -> make(id, look, side, lit));
  }

  private static String key(String id, String look, int side, Previews.Lit lit) {
    return "card|" + id + "|" + look + "|" + side + "|" + lit;
  }

  private Previews.Picture make(String id, String look, int side, Previews.Lit lit)
      throws IOException {
    var kept = shelf.previews().kept(id, look, side, lit);
    if (kept.isPresent()) {
      return kept.get();
    }
    pictures.whenCalm();
    ShelvedItem s = shelf.catalogue().item(id).orElseThrow(() -> new IOException(id + " is gone"));
    return shelf.previews().of(s, side, lit);
  }
}
