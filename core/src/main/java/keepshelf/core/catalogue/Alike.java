package keepshelf.core.catalogue;

import java.util.Locale;
import keepshelf.core.model.ItemKind;
import org.jspecify.annotations.Nullable;

/** Tells by their names which things of several packs are the same. */
public final class Alike {
  private Alike() {}

  /** Letters and digits of a name alone, in small letters: however it is written. */
  public static String folded(@Nullable String name) {
    return name == null ? "" : name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
  }

  /** The same for items of the same kind and key. */
  public static String of(ItemRecord item) {
    return of(item.kind(), item.key());
  }

  /** The same for items of the same kind and key. */
  public static String of(ItemCard card) {
    return of(card.kind(), card.key());
  }

  private static String of(ItemKind kind, String key) {
    return kind.id() + "|" + folded(key);
  }
}
