package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.cli.frame.Exit;
import org.junit.jupiter.api.Test;
import picocli.CommandLine;
import picocli.CommandLine.Command;

class CommandsListTest {
  @Command(name = "keepshelf")
  static final class Bare {}

  @Test
  void eachCommandGoesByItsOwnName() {
    CommandLine all = Commands.addTo(new CommandLine(new Bare()));
    assertThat(all.getSubcommands().keySet()).containsExactlyElementsOf(Commands.NAMES);
    all.getSubcommands()
        .forEach((name, line) -> assertThat(line.getCommandSpec().name()).isEqualTo(name));
    assertThat(Commands.addTo(new CommandLine(new Bare()), "list", "search").getSubcommands())
        .containsOnlyKeys("list");
  }

  @Test
  void theReadmeNamesThemAll() throws Exception {
    String readme = Files.readString(Path.of("../README.md"));
    assertThat(Commands.NAMES)
        .allSatisfy(n -> assertThat(readme).containsPattern("(?s)`" + n + "`|keepshelf " + n));
  }

  @Test
  void helpNamesThemAllAndAWrongOneIsSaid() {
    StringWriter o = new StringWriter();
    assertThat(Main.run(new PrintWriter(o), new PrintWriter(o), "--help")).isZero();
    assertThat(o.toString()).contains(Commands.NAMES);
    o = new StringWriter();
    assertThat(Main.run(new PrintWriter(o), new PrintWriter(o), "lisst")).isEqualTo(Exit.USE);
    assertThat(o.toString()).contains("list");
  }
}
