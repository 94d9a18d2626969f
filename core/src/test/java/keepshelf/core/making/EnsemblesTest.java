package keepshelf.core.making;

import static keepshelf.core.SmallShelf.find;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.edit.Field;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.InstallationState;
import keepshelf.core.intake.FilingStep;
import keepshelf.core.making.Ensembles.Wish;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Items put together as parts of one thing are an item themselves. */
class EnsemblesTest extends OnSmallShelf {
  private static final class Stopped extends Error {
    private static final long serialVersionUID = 1;
  }

  private Wish part(String text) throws ShelfException {
    String[] x = text.split("=|@");
    return new Wish(x[0], shelf.item(x[1]), x.length > 2 ? x[2] : null);
  }

  private List<Wish> parts(String... texts) throws ShelfException {
    List<Wish> out = new ArrayList<>();
    for (String t : texts) {
      out.add(part(t));
    }
    return out;
  }

  private Making.Made put(String name, ShelvedItem before, String... parts) throws ShelfException {
    Ensembles e = shelf.making().ensembles();
    return e.file(e.plan(name, parts(parts), before));
  }

  private ShelvedItem counter() throws ShelfException {
    return put("Net counter", null, "front=net_mesh", "trim=sea_worn_brass", "top=tarred_rope")
        .item();
  }

  private void finish(String item, String setting, String value) throws ShelfException {
    Finish f = FinishSetting.ofId(setting).orElseThrow().write(Finish.named("Wet"), value);
    shelf.editing().mark(List.of(shelf.item(item).item().id()), "finish", m -> m.withFinish(f));
  }

  @Test
  void itIsFoundByItsPartsKeptReadablyAndOutlivesTheCatalogue() throws Exception {
    ShelvedItem s = counter();
    assertThat(s.item().parts())
        .extracting(EnsemblePart::name)
        .containsExactly("front", "trim", "top");
    assertThat(find(shelf, "kind:ensemble")).containsExactly("net_counter");
    assertThat(find(shelf, "is:made brass")).containsExactly("net_counter");
    try (var all = Files.walk(root.resolve("packs/own-work"))) {
      assertThat(all.filter(f -> f.toString().endsWith(".ensemble.json")).findFirst().orElseThrow())
          .content()
          .contains("keepshelf-ensemble-1", "\"trim\"", "Sea Worn Brass");
    }
    shelf.rebuild();
    assertThat(shelf.item("net_counter").item()).isEqualTo(s.item());
    assertThat(shelf.check().run(true, ShareProgress.NONE).broken()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'' | front=net_mesh,top=tarred_rope | a name",
        "Counter | front=net_mesh | two to 12",
        "Counter | front=net_mesh,Front=tarred_rope | Two parts are called",
        "Counter | front=net_mesh,' =tarred_rope' | one to 40 letters",
        "Counter | front=net_mesh,top=tarred_rope@Wet | no finish"
      })
  void whatMakesNoSenseIsRefusedAndChangesNothing(String name, String parts, String why) {
    String[] all =
        Arrays.stream(parts.split(",")).map(p -> p.replace("'", "")).toArray(String[]::new);
    assertThatThrownBy(() -> put(name, null, all)).hasMessageContaining(why);
    assertThat(find(shelf, "kind:ensemble")).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"Long name of a counter, ", "\uD835\uDD0E", "\u706F", "../", "con"})
  void anyNameIsTakenAndKeptInAFolderOfItsOwn(String piece) throws Exception {
    String name = piece.repeat(60);
    ShelvedItem s = put(name, null, "front=net_mesh", "top=tarred_rope").item();
    assertThat(s.item().name()).isEqualTo(name.strip());
    try (var all = Files.walk(root.resolve(s.pack().folder()))) {
      assertThat(all.filter(f -> f.toString().endsWith(".ensemble.json"))).hasSize(1);
    }
    try (var all = Files.list(root.resolve("packs/own-work"))) {
      assertThat(all.filter(Files::isDirectory)).hasSize(1);
    }
  }

  @Test
  void anEnsembleIsNoPartOfAnother() throws Exception {
    counter();
    assertThatThrownBy(() -> put("More", null, "front=net_counter", "top=tarred_rope"))
        .hasMessageContaining("no surface");
  }

  @Test
  void itsLicenceFollowsFromAllAndOnlyWhatIsChangedMustAllowChanges() throws Exception {
    shelf
        .editing()
        .set(List.of(SmallShelf.id(shelf, "tarred_rope")), Field.LICENCE, "CC-BY-ND-4.0");
    shelf.editing().set(List.of(SmallShelf.id(shelf, "net_mesh")), Field.LICENCE, "CC0-1.0");
    ShelvedItem s = counter();
    assertThat(s.pack().licence()).as("as delivered it may be shown with others").contains("ND");
    assertThat(s.pack().creator()).contains("M. Harrow");
    finish("tarred_rope", "hue", "20");
    assertThatThrownBy(() -> put("Changed", null, "front=net_mesh", "top=tarred_rope@Wet"))
        .hasMessageContaining("may not be changed");
  }

  @Test
  void changedItIsTheNextVersionWithWhatAPersonPutOnIt() throws Exception {
    ShelvedItem first = counter();
    shelf.editing().set(List.of(first.item().id()), Field.TAGS, "pier");
    first = shelf.item("net_counter");
    Making.Made made =
        put("Net bar", first, "front=shore_cord", "trim=sea_worn_brass", "top=tarred_rope");
    ShelvedItem now = made.item();
    assertThat(now.pack().version()).isEqualTo("2");
    assertThat(now.pack().kin())
        .isEqualTo(new Kinship(first.pack().id(), Kinship.Relation.NEWER_VERSION));
    assertThat(now.item().key()).isEqualTo("net_counter");
    assertThat(now.item().name()).isEqualTo("Net bar");
    assertThat(now.item().marks().tags()).containsExactly("pier");
    assertThat(shelf.item("net_counter").item().id()).as("the newest").isEqualTo(now.item().id());
    assertThat(shelf.catalogue().item(first.item().id())).as("the former stays").isPresent();
    shelf.making().takeBack(made);
    assertThat(shelf.item("net_counter").item().id()).isEqualTo(first.item().id());
  }

  @Test
  void theSameTwiceIsThereOnce() throws Exception {
    counter();
    assertThat(
            put("Net counter", null, "front=net_mesh", "trim=sea_worn_brass", "top=tarred_rope")
                .pack())
        .isNull();
    assertThat(find(shelf, "kind:ensemble")).hasSize(1);
  }

  @Test
  void aPartThatIsGoneIsSaidAndStopsAnInstallation() throws Exception {
    ShelvedItem s = counter();
    shelf.lettingGo().run(shelf.lettingGo().plan(shelf.item("sea_worn_brass"), null, false));
    assertThat(shelf.making().ensembles().outdated(s))
        .singleElement()
        .satisfies(o -> assertThat(o.said()).contains("trim", "Sea Worn Brass", "bin"));
    assertThat(shelf.making().ensembles().wishes(s)).hasSize(2);
    HostRecord host = new HostRecord("Loft", "plain-gltf", dir.resolve("loft").toString());
    shelf.installer().addHost(host);
    assertThatThrownBy(() -> shelf.installer().plan(s, host, InstallOptions.NONE))
        .hasMessageContaining("trim")
        .hasMessageContaining("not on the shelf any more");
  }

  @Test
  void anInstallationKnowsWhenAPartIsNotAsItWas() throws Exception {
    finish("tarred_rope", "roughness", "0.1..0.4");
    ShelvedItem s = put("Bar", null, "front=net_mesh", "top=tarred_rope@wet").item();
    HostRecord host = new HostRecord("Loft", "plain-gltf", dir.resolve("loft").toString());
    shelf.installer().addHost(host);
    InstallationRecord i =
        shelf
            .installer()
            .install(shelf.installer().plan(s, host, InstallOptions.NONE), Progress.NONE);
    assertThat(i.options().parts()).containsOnlyKeys("top");
    assertThat(shelf.installer().state(i).kind().sound()).isTrue();
    finish("tarred_rope", "roughness", "0.5..0.9");
    assertThat(shelf.installer().state(i).problems())
        .extracting(p -> p.code())
        .containsExactly("finish-changed");
    i = shelf.installer().install(shelf.installer().renewal(i), Progress.NONE);
    assertThat(shelf.installer().state(i).kind().sound()).isTrue();
    put("Bar", s, "front=shore_cord", "top=tarred_rope@Wet");
    assertThat(shelf.installer().state(i))
        .satisfies(x -> assertThat(x.kind()).isEqualTo(InstallationState.Kind.OUTDATED))
        .satisfies(x -> assertThat(x.problems().getFirst().code()).isEqualTo("newer-version"));
    i = shelf.installer().install(shelf.installer().renewal(i), Progress.NONE);
    assertThat(shelf.installer().state(i).kind().sound()).isTrue();
    assertThat(i.files()).anyMatch(f -> f.from() != null && f.from().contains("shore_cord"));
  }

  @Test
  void itsPictureFollowsItsParts() throws Exception {
    finish("tarred_rope", "hue", "10");
    ShelvedItem s = put("Bar", null, "front=net_mesh", "top=tarred_rope@Wet").item();
    Previews.Picture first = shelf.previews().of(s, 64);
    assertThat(shelf.previews().of(s, 64).argb()).isEqualTo(first.argb());
    finish("tarred_rope", "hue", "160");
    assertThat(shelf.previews().of(s, 64).argb()).isNotEqualTo(first.argb());
    shelf.lettingGo().run(shelf.lettingGo().plan(shelf.item("tarred_rope"), null, false));
    assertThat(shelf.previews().of(s, 64).argb()).as("grey where it is gone").hasSize(64 * 64);
  }

  @ParameterizedTest
  @EnumSource(FilingStep.class)
  void aProcessThatDiesLeavesAllOfItOrNothing(FilingStep at) throws Exception {
    shelf.close();
    shelf =
        Shelf.open(
            root,
            step -> {
              if (step == at) {
                throw new Stopped();
              }
            });
    assertThatThrownBy(this::counter).isInstanceOf(Stopped.class);
    shelf.close();
    shelf = Shelf.open(root);
    assertThat(find(shelf, "kind:ensemble").size()).isLessThanOrEqualTo(1);
    assertThat(shelf.check().run(true, ShareProgress.NONE).broken()).isEmpty();
    assertThat(root.resolve(".keepshelf/staging")).isEmptyDirectory();
    assertThat(root.resolve(".keepshelf/journal")).isEmptyDirectory();
  }
}
