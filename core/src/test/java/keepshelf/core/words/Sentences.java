package keepshelf.core.words;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;

/** Walks the sources of a module: which texts they ask for, and which sentences stand in them. */
public final class Sentences {
  private static final Pattern FOR_DEVELOPERS =
      Pattern.compile("(IllegalState|UnsupportedOperation)Exception|AssertionError");
  private static final Pattern NOT_SAID =
      Pattern.compile(
          ".*(LOG\\.|getLogger\\(|\\.contains|\\.startsWith|\\.select|\\.matches|Pattern\\.compile).*",
          Pattern.DOTALL);

  private final Set<String> asked = new TreeSet<>();
  private final Set<String> families = new TreeSet<>();
  private final Map<String, List<Integer>> values = new LinkedHashMap<>();
  private final List<String> left = new ArrayList<>();

  private Sentences() {}

  /**
   * Walks all sources below {@code root}.
   *
   * @param without parts of paths that are not looked at for sentences
   */
  public static Sentences in(Path root, Pattern without) throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    Sentences s = new Sentences();
    try (Stream<Path> all = Files.walk(root);
        StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null)) {
      List<Path> sources = all.filter(p -> p.toString().endsWith(".java")).sorted().toList();
      JavacTask task =
          (JavacTask)
              compiler.getTask(
                  null,
                  files,
                  d -> {},
                  List.of("-proc:none"),
                  null,
                  files.getJavaFileObjectsFromPaths(sources));
      for (CompilationUnitTree unit : task.parse()) {
        Path path = root.toAbsolutePath().relativize(Path.of(unit.getSourceFile().toUri()));
        s.walk(unit, path, without.matcher(path.toString().replace('\\', '/')).find());
      }
    }
    return s;
  }

  /** Keys of the texts that are asked for. */
  public Set<String> asked() {
    return asked;
  }

  /** What the keys begin with that end in an identifier, as in {@code "role." + id}. */
  public Set<String> families() {
    return families;
  }

  /** By key, how many values it is given, at each place. */
  public Map<String, List<Integer>> values() {
    return values;
  }

  /** Sentences that stand in the code, each with its file. */
  public List<String> left() {
    return left;
  }

  private void walk(CompilationUnitTree unit, Path path, boolean without) {
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitAnnotation(AnnotationTree t, Void v) {
        return null;
      }

      @Override
      public Void visitNewClass(NewClassTree t, Void v) {
        return FOR_DEVELOPERS.matcher(t.getIdentifier().toString()).matches()
            ? null
            : super.visitNewClass(t, v);
      }

      @Override
      public Void visitMethodInvocation(MethodInvocationTree t, Void v) {
        String method = t.getMethodSelect().toString();
        if (method.equals("Words.of") || method.equals("Phrase.of")) {
          asks(t.getArguments().getFirst(), t.getArguments().size() - 1);
        }
        return NOT_SAID.matcher(method).matches() ? null : super.visitMethodInvocation(t, v);
      }

      @Override
      public Void visitBinary(BinaryTree t, Void v) {
        String whole = joined(t);
        if (whole != null) {
          said(whole);
          return null;
        }
        return super.visitBinary(t, v);
      }

      @Override
      public Void visitLiteral(LiteralTree t, Void v) {
        if (t.getValue() instanceof String s) {
          said(s);
        }
        return null;
      }

      private void asks(Tree key, int given) {
        if (key instanceof ConditionalExpressionTree c) {
          asks(c.getTrueExpression(), given);
          asks(c.getFalseExpression(), given);
        } else if (key instanceof LiteralTree l) {
          asked.add(l.getValue().toString());
          values.computeIfAbsent(l.getValue().toString(), k -> new ArrayList<>()).add(given);
        } else if (key instanceof BinaryTree b) {
          String whole = b.toString();
          families.add(whole.substring(1, whole.indexOf('"', 1)));
        }
      }

      private void said(String s) {
        if (!without && sentence(s)) {
          left.add(path + ": " + s);
        }
      }
    }.scan(unit, null);
  }

  private static String joined(Tree t) {
    if (t instanceof LiteralTree l && l.getValue() instanceof String s) {
      return s;
    }
    if (t instanceof BinaryTree b) {
      String x = joined(b.getLeftOperand());
      String y = joined(b.getRightOperand());
      return x == null || y == null ? null : x + y;
    }
    return null;
  }

  /** Words with a blank between them that look like what people say. */
  static boolean sentence(String s) {
    int words = 0;
    for (String w : s.strip().split("\\s+")) {
      words += w.matches("[(“]?\\p{L}?[\\p{Ll}’']+[,.:;”)]*") ? 1 : 0;
    }
    return words >= 3;
  }
}
