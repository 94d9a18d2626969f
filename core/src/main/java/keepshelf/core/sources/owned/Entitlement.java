package keepshelf.core.sources.owned;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Something owned, whether or not a file of it is there. Every field but the first three may be
 * null.
 *
 * @param id stable, of the source, the name, the order and the day; told from them when it is given
 *     empty
 * @param source who it came from
 * @param name of the pack, as the source calls it
 * @param version that was bought
 * @param editions what can be had of it, as the source calls it: {@code 2K}, {@code 4K PNG}
 * @param price as paid
 * @param date the day it was bought, ISO 8601
 * @param order number of the order
 * @param account that it was bought with
 * @param licence identifier, on that day
 * @param page of the pack at its source
 * @param support page or address to ask for help
 * @param until end of the subscription it came with, ISO 8601
 * @param seats how many people may use it
 * @param how where this is known from
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Entitlement(
    @Nullable String id,
    String source,
    String name,
    @Nullable String version,
    List<String> editions,
    @Nullable Money price,
    @Nullable String date,
    @Nullable String order,
    @Nullable String account,
    @Nullable String licence,
    @Nullable String page,
    @Nullable String support,
    @Nullable String until,
    @Nullable Integer seats,
    How how) {
  /** Where an entitlement is known from. */
  public enum How {
    BY_HAND,
    ORDER_LIST,
    FEED
  }

  /** Copies the editions; what is blank is not known. */
  public Entitlement {
    editions = editions == null ? List.of() : List.copyOf(editions);
    version = blank(version);
    date = blank(date);
    order = blank(order);
    account = blank(account);
    licence = blank(licence);
    page = blank(page);
    support = blank(support);
    until = blank(until);
    how = how == null ? How.BY_HAND : how;
    if (blank(source) == null || blank(name) == null) {
      throw new IllegalArgumentException(Words.of("entitlement.something-owned-needs-source-name"));
    }
    source = source.strip();
    name = name.strip();
    id = id == null || id.isEmpty() ? idOf(source, name, order, date) : id;
  }

  private static @Nullable String blank(@Nullable String s) {
    return s == null || s.isBlank() ? null : s.strip();
  }

  private static String idOf(
      String source, String name, @Nullable String order, @Nullable String date) {
    String what = String.join("\n", source, Alike.folded(name), order + "", date + "");
    return "e" + keepshelf.core.disk.Hashes.sha256(what).substring(0, 12);
  }

  /** One of which only source and name are known. */
  public static Entitlement of(String source, String name, How how) {
    return new Entitlement(
        "", source, name, null, List.of(), null, null, null, null, null, null, null, null, null,
        how);
  }

  /**
   * Whether {@code other} is the same purchase: same source and name, and no different order or day
   * as far as both are known.
   */
  public boolean same(Entitlement other) {
    return source.equalsIgnoreCase(other.source)
        && Alike.folded(name).equals(Alike.folded(other.name))
        && fits(order, other.order)
        && (order != null && order.equals(other.order) || fits(date, other.date));
  }

  private static boolean fits(@Nullable String a, @Nullable String b) {
    return a == null || b == null || a.equals(b);
  }

  /** This with what only {@code other} knows; editions of both. */
  public Entitlement and(Entitlement other) {
    Set<String> all = new LinkedHashSet<>(editions);
    all.addAll(other.editions);
    return new Entitlement(
        id,
        source,
        name,
        or(version, other.version),
        new ArrayList<>(all),
        or(price, other.price),
        or(date, other.date),
        or(order, other.order),
        or(account, other.account),
        or(licence, other.licence),
        or(page, other.page),
        or(support, other.support),
        or(until, other.until),
        or(seats, other.seats),
        how);
  }

  private static <T> @Nullable T or(@Nullable T a, @Nullable T b) {
    return a != null ? a : b;
  }
}
