package keepshelf.standins.proscenia;

import java.io.IOException;

/** Parses the text form of USD as far as materials and meshes need it. */
final class StageParser {
  private final String text;
  private int at;

  private StageParser(String text) {
    this.text = text;
  }

  /**
   * The stage as a prim without a name.
   *
   * @throws IOException when the text is not well-formed; the message names the line
   */
  static Prim parse(String text) throws IOException {
    if (!text.startsWith("#usda 1.0")) {
      throw new IOException("it does not begin with #usda 1.0");
    }
    StageParser p = new StageParser(text);
    p.at = text.indexOf('\n');
    Prim root = new Prim("", "", "");
    p.skip();
    if (p.peek() == '(') {
      p.metadata(root);
    }
    p.skip();
    while (p.at < text.length()) {
      p.prim(root);
      p.skip();
    }
    return root;
  }

  private char peek() {
    return at < text.length() ? text.charAt(at) : 0;
  }

  private IOException wrong(String what) {
    long line = text.substring(0, Math.min(at, text.length())).lines().count();
    return new IOException("line " + line + ": " + what);
  }

  private void skip() {
    while (at < text.length()) {
      if (Character.isWhitespace(peek())) {
        at++;
      } else if (peek() == '#') {
        int end = text.indexOf('\n', at);
        at = end < 0 ? text.length() : end;
      } else {
        return;
      }
    }
  }

  private void expect(char c) throws IOException {
    skip();
    if (peek() != c) {
      throw wrong("“" + c + "” was expected");
    }
    at++;
  }

  private String word() throws IOException {
    skip();
    int from = at;
    while (at < text.length()
        && (Character.isLetterOrDigit(peek()) || "_:.[]-".indexOf(peek()) >= 0)) {
      at++;
    }
    if (from == at) {
      throw wrong("a word was expected");
    }
    return text.substring(from, at);
  }

  /** A value: a bracketed group, a text, an asset, a target, or a plain word. */
  private String value() throws IOException {
    skip();
    int from = at;
    switch (peek()) {
      case '(', '[' -> {
        int depth = 0;
        do {
          depth += "([".indexOf(peek()) >= 0 ? 1 : ")]".indexOf(peek()) >= 0 ? -1 : 0;
          at++;
        } while (depth > 0 && at < text.length());
      }
      case '"', '@' -> until(peek());
      case '<' -> until('>');
      default -> word();
    }
    return text.substring(from, at);
  }

  private void until(char end) throws IOException {
    int close = text.indexOf(end, at + 1);
    if (close < 0) {
      throw wrong("“" + end + "” is missing");
    }
    at = close + 1;
  }

  private void metadata(Prim p) throws IOException {
    expect('(');
    skip();
    while (peek() != ')') {
      String key = word();
      if (key.equals("prepend")) {
        key = word();
      }
      expect('=');
      p.meta(key, value());
      skip();
    }
    at++;
  }

  private void prim(Prim parent) throws IOException {
    if (!word().equals("def")) {
      throw wrong("“def” was expected");
    }
    String type = word();
    String quoted = value();
    String name = quoted.substring(1, quoted.length() - 1);
    String path = parent.path().isEmpty() ? name : parent.path() + "/" + name;
    Prim p = new Prim(type, name, path);
    parent.child(p);
    skip();
    if (peek() == '(') {
      metadata(p);
    }
    expect('{');
    skip();
    while (peek() != '}') {
      if (text.startsWith("def ", at)) {
        prim(p);
      } else {
        property(p);
      }
      skip();
    }
    at++;
  }

  private void property(Prim p) throws IOException {
    String type = word();
    if (type.equals("uniform")) {
      type = word();
    }
    String name = word();
    boolean connected = name.endsWith(".connect");
    String key = connected ? name.substring(0, name.length() - ".connect".length()) : name;
    String value = null;
    skip();
    if (peek() == '=') {
      at++;
      value = value();
      skip();
      if (peek() == '(') {
        metadata(p);
      }
    }
    boolean target = value != null && value.startsWith("<");
    String to = target ? value.substring(1, value.length() - 1) : null;
    p.property(type, key, target ? null : value, to);
  }
}
