package keepshelf.core.sources.fetch;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.sources.feed.Feed;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What waits to be fetched, also when someone else has written it. */
class FetchQueueTest {
  private static final String HASH = "0123456789abcdef".repeat(4);

  @TempDir Path dir;
  private ShelfFolder shelf;
  private FetchQueue queue;

  @BeforeEach
  void shelf() throws Exception {
    shelf = new ShelfFolder(dir.resolve("shelf"));
    shelf.create();
    queue = new FetchQueue(shelf);
  }

  private static Fetch wish(String name) {
    Feed.Part file = new Feed.Part(name + ".zip", 9, HASH.replace('0', name.charAt(0)), List.of());
    Feed.Edition e = new Feed.Edition("1K", "1K", List.of(file));
    Feed.Version v = new Feed.Version("2", null, null, null, null, List.of(e));
    return Fetch.waiting("Tinder & Tarn", name, v, e, null, null, List.of());
  }

  private void foreign(String json) throws Exception {
    Path file = shelf.resolve(".keepshelf/fetch/queue.json");
    Files.createDirectories(file.getParent());
    Files.writeString(file, json, StandardCharsets.UTF_8);
  }

  @Test
  void itIsKeptInOrderAndNothingStandsTwice() throws Exception {
    Fetch a = wish("cork");
    Fetch b = wish("buoy");
    assertThat(queue.add(List.of(a, b))).containsExactly(a, b);
    assertThat(queue.add(List.of(wish("cork")))).containsExactly(a);
    queue.first(b.id());
    assertThat(new FetchQueue(shelf).all()).containsExactly(b, a);
    queue.put(a.now(Fetch.State.FAILED, "The line broke."));
    Fetch again = wish("cork");
    assertThat(queue.add(List.of(again))).containsExactly(again);
    assertThat(queue.all()).containsExactly(b, again);
    queue.put(b.now(Fetch.State.DONE, null));
    queue.removeDone();
    queue.remove(again.id());
    assertThat(queue.all()).isEmpty();
  }

  @Test
  void whatIsDoneIsNotPausedAndWhatIsPausedGoesOn() throws Exception {
    Fetch a = wish("cork");
    Fetch b = wish("buoy");
    queue.add(List.of(a, b));
    queue.put(b.now(Fetch.State.DONE, null));
    for (Fetch f : List.of(a, b)) {
      queue.pause(f.id(), true);
    }
    assertThat(queue.all())
        .extracting(Fetch::state)
        .containsExactly(Fetch.State.PAUSED, Fetch.State.DONE);
    queue.pause(a.id(), false);
    assertThat(queue.find(a.id()).orElseThrow().state()).isEqualTo(Fetch.State.WAITING);
  }

  @Test
  void whatIsLookedAtWaitsUntilItIsAccepted() throws Exception {
    Fetch f = wish("cork").lookFirst();
    queue.add(List.of(f));
    queue.accept(f.id());
    assertThat(queue.all()).as("it was not fetched yet").containsExactly(f);
    queue.put(f.now(Fetch.State.LOOK, "Look at it."));
    assertThat(queue.all().getFirst().state().isSettled()).isTrue();
    assertThat(queue.add(List.of(wish("cork").lookFirst())).getFirst().state())
        .isEqualTo(Fetch.State.LOOK);
    assertThat(queue.add(List.of(wish("cork"))))
        .as("what is here is not fetched again")
        .containsExactly(f.accepted());
    queue.put(f.now(Fetch.State.LOOK, "Look at it."));
    queue.accept(f.id());
    assertThat(queue.all()).containsExactly(f.accepted());
    assertThat(queue.all().getFirst().look()).isFalse();
  }

  @ParameterizedTest
  @ValueSource(strings = {"WAITING", "FETCHING", "FILING"})
  void whatSomebodyElseWishedWaitsForAPerson(Fetch.State state) throws Exception {
    Fetch f = wish("cork").now(state, null);
    foreign(new String(Json.pretty(List.of(f)), StandardCharsets.UTF_8));
    Fetch read = queue.all().getFirst();
    assertThat(read.state()).isEqualTo(Fetch.State.PAUSED);
    assertThat(read.said()).contains("not asked for on this computer");
    queue.pause(f.id(), false);
    assertThat(queue.all().getFirst().state()).isEqualTo(Fetch.State.WAITING);
    queue.remove(f.id());
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "\"id\" : \"../../.config\"",
        "\"id\" : \"ABCDEF01\"",
        "\"id\" : null",
        "\"sha256\" : \"../../../home\"",
        "\"sha256\" : null",
        "\"bytes\" : -1",
        "\"path\" : null",
        "\"state\" : \"done\", \"name\" : null",
        "\"files\" : null",
        "\"state\" : \"sinking\""
      })
  void whatIsNoWishIsPassedOver(String with) throws Exception {
    String key = with.substring(0, with.indexOf(" :"));
    String sound = new String(Json.pretty(List.of(wish("cork"))), StandardCharsets.UTF_8);
    foreign(sound);
    assertThat(queue.all()).hasSize(1);
    String changed =
        key.equals("\"files\"")
            ? sound.replaceAll("(?s)\"files\" : \\[.*?\\n  *\\} \\]", with)
            : sound.replaceAll(key + " : (\"[^\"]*\"|\\d+)", with);
    assertThat(changed).isNotEqualTo(sound);
    foreign(changed);
    assertThat(queue.all()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "null", "[null]", "{}", "[[[[", "[{}]", "7"})
  void aDamagedListIsEmptyAndCanBeAddedTo(String json) throws Exception {
    foreign(json);
    assertThat(queue.all()).isEmpty();
    Fetch a = wish("cork");
    queue.add(List.of(a));
    assertThat(queue.all()).containsExactly(a);
  }
}
