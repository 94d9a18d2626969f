package keepshelf.core.store;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.kin.KeptDescriptor;
import keepshelf.core.catalogue.kin.KeptPictures;
import keepshelf.imaging.analyse.ReliefAgreement;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.likeness.Look;

/** What is kept of pictures, in the catalogue's tables. */
final class PictureTables implements KeptPictures {
  private final SqliteCatalogue catalogue;

  PictureTables(SqliteCatalogue catalogue) {
    this.catalogue = catalogue;
  }

  @Override
  public List<KeptDescriptor> descriptors(long row) {
    return catalogue.read(h -> PrintTables.descriptors(h, row));
  }

  @Override
  public Optional<Fingerprint> fingerprint(String sha256) {
    return catalogue.read(h -> PrintTables.fingerprint(h, sha256));
  }

  @Override
  public Set<String> fingerprinted(Set<String> sha256) {
    return catalogue.read(h -> PrintTables.known(h, sha256));
  }

  @Override
  public Set<String> withoutFingerprint() {
    return catalogue.read(PrintTables::missing);
  }

  @Override
  public void putFingerprints(Map<String, Fingerprint> bySha256) {
    if (!bySha256.isEmpty()) {
      catalogue.change(h -> PrintTables.put(h, bySha256));
    }
  }

  @Override
  public void putColours(Map<String, OkLab> bySha256) {
    catalogue.change(h -> CardTables.putColours(h, bySha256));
  }

  @Override
  public List<String> withoutColour(String after, int most) {
    return catalogue.read(h ->
        h.createQuery(
                "select item_id from card where l is null and colour_of is not null"
                    + " and item_id > ? order by item_id limit ?")
            .bind(0, after)
            .bind(1, most)
            .mapTo(String.class)
            .list());
  }

  @Override
  public Map<String, Look> looks() {
    Map<String, Look> out = new HashMap<>();
    catalogue.read(h ->
        h.createQuery("select item_id, data from look where version = ? and data is not null")
            .bind(0, Look.VERSION)
            .map((r, c) -> out.put(r.getString(1), new Look(r.getBytes(2))))
            .list());
    return out;
  }

  @Override
  public List<String> withoutLook() {
    return catalogue.read(h ->
        h.createQuery(
                "select i.id from item i left join look l on l.item_id = i.id and l.version = ?"
                    + " where l.item_id is null order by i.id")
            .bind(0, Look.VERSION)
            .mapTo(String.class)
            .list());
  }

  @Override
  public void putLooks(Map<String, Look> byItem, Collection<String> none) {
    catalogue.change(h -> {
      // An item may have gone meanwhile.
      String put =
          "insert or replace into look(item_id, version, data) select id, ?, ? from item where id"
              + " = ?";
      byItem.forEach((item, look) -> h.execute(put, Look.VERSION, look.numbers(), item));
      none.forEach(item -> h.execute(put, Look.VERSION, null, item));
    });
  }

  @Override
  public Optional<ReliefAgreement> agreement(String normal, String height) {
    return catalogue.read(h ->
        h.createQuery(
                "select width, slopes, rises, across, down from agreement where normal = ? and"
                    + " height = ? and version = ?")
            .bind(0, normal)
            .bind(1, height)
            .bind(2, ReliefAgreement.VERSION)
            .map((r, c) ->
                new ReliefAgreement(
                    r.getInt(1), r.getDouble(2), r.getDouble(3), r.getDouble(4), r.getDouble(5)))
            .findOne());
  }

  @Override
  public void putAgreements(Map<String, Map<String, ReliefAgreement>> byNormal) {
    if (byNormal.isEmpty()) {
      return;
    }
    String put =
        "insert or replace into agreement(normal, height, version, width, slopes, rises, across,"
            + " down) values (?, ?, ?, ?, ?, ?, ?, ?)";
    catalogue.change(h ->
        byNormal.forEach((normal, heights) ->
            heights.forEach((height, a) ->
                h.execute(
                    put,
                    normal,
                    height,
                    ReliefAgreement.VERSION,
                    a.width(),
                    a.slopes(),
                    a.rises(),
                    a.across(),
                    a.down()))));
  }
}
