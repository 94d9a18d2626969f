package keepshelf.desktop.shelf;

import java.io.IOException;
import javafx.beans.value.ObservableValue;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.work.Pictures;

/** The previews of items, by what their cards know. */
public final class CardPictures {
  /** Pixels of a card's picture. */
  private static final int SIDE = 256;

  private final Shelf shelf;
  private final Pictures pictures;

  /** Previews of {@code shelf}. */
  public CardPictures(Shelf shelf, Pictures pictures) {
    this.shelf = shelf;
    this.pictures = pictures;
  }

  /** The picture on a card. */
  public ObservableValue<Previews.Picture> of(ItemCard c, Previews.Lit lit) {
    return of(c.id(), c.state(), SIDE, lit);
  }

  /** The picture of an item whose record was read. */
  public ObservableValue<Previews.Picture> of(ShelvedItem s, int side, Previews.Lit lit) {
    return of(s.item().id(), s.item().look(), side, lit);
  }

  private ObservableValue<Previews.Picture> of(String id, String look, int side, Previews.Lit lit) {
    return pictures.get(
        "card|" + id + "|" + look + "|" + side + "|" + lit, () -> make(id, look, side, lit));
  }

  private Previews.Picture make(String id, String look, int side, Previews.Lit lit)
      throws IOException {
    var kept = shelf.previews().kept(id, look, side, lit);
    if (kept.isPresent()) {
      return kept.get();
    }
    ShelvedItem s = shelf.catalogue().item(id).orElseThrow(() -> new IOException(id + " is gone"));
    return shelf.previews().of(s, side, lit);
  }
}
