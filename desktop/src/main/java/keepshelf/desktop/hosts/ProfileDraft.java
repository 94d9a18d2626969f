package keepshelf.desktop.hosts;

import java.util.List;
import java.util.Optional;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.problem.ShelfException;

/**
 * A host profile while a person edits it: its text, and what is wrong with that.
 *
 * @param text as it is typed, JSON
 * @param profile what it says, or null when it cannot be read
 * @param trouble what is wrong, with the line or the field; null when it is sound
 */
record ProfileDraft(String text, HostProfile profile, String trouble) {
  /** Checks {@code text}. */
  static ProfileDraft of(String text) {
    try {
      return new ProfileDraft(text, HostProfile.parse(text), null);
    } catch (ShelfException e) {
      return new ProfileDraft(text, null, e.problem().message());
    }
  }

  /** The text of a shipped or own profile, under a name of its own. */
  static ProfileDraft copyOf(HostProfile p, List<String> taken) {
    String text = p.text();
    String id = p.id();
    for (int n = 1; taken.contains(id); n++) {
      id = p.id().replaceAll("-own[0-9]*$", "") + "-own" + (n == 1 ? "" : n);
    }
    return of(text.replaceFirst("(\"id\"\\s*:\\s*\")[^\"]*", "$1" + id));
  }

  boolean sound() {
    return trouble == null;
  }

  String id() {
    return profile.id();
  }

  String template() {
    return profile.template();
  }

  /** What stands at a field of one word, number or truth; empty when it is not there. */
  Optional<String> field(String name) {
    var m = java.util.regex.Pattern.compile(pattern(name) + "(\"[^\"]*\"|[-+.\\w]+)").matcher(text);
    return m.find() ? Optional.of(m.group(2).replace("\"", "")) : Optional.empty();
  }

  /** The same with another value at such a field; {@code value} is as JSON has it. */
  ProfileDraft with(String name, String value) {
    String p = pattern(name) + "(\"[^\"]*\"|[-+.\\w]+)";
    String quoted = java.util.regex.Matcher.quoteReplacement(value);
    String now =
        field(name).isPresent()
            ? text.replaceFirst(p, "$1" + quoted)
            : text.replaceFirst(
                "(\"schema\"\\s*:\\s*1\\s*,)", "$1\n  \"" + name + "\" : " + quoted + ",");
    return of(now);
  }

  private static String pattern(String name) {
    return "(\"" + name + "\"\\s*:\\s*)";
  }
}
