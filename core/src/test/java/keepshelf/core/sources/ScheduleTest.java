package keepshelf.core.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import keepshelf.core.folder.ComputerList;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ScheduleTest {
  private final String feed = "https://tinder.example/" + UUID.randomUUID() + "/feed.json";

  @Test
  void noFeedIsAskedUnlessAPersonSaidSo() {
    assertThat(Schedule.days(feed)).isZero();
    assertThat(Schedule.days(null)).isZero();
    Schedule.put(feed, 7);
    assertThat(Schedule.days(feed)).isEqualTo(7);
    assertThat(Schedule.days(feed.substring(1))).isZero();
    Schedule.put(feed, 30);
    assertThat(Schedule.days(feed)).isEqualTo(30);
    Schedule.put(feed, 0);
    assertThat(Schedule.days(feed)).isZero();
  }

  @ParameterizedTest
  @ValueSource(strings = {"-1", "0", "99999", "seven", ""})
  void whatIsNoNumberOfDaysIsNever(String days) {
    new ComputerList("asked-feeds").add(days + " " + feed);
    assertThat(Schedule.days(feed)).isZero();
  }
}
