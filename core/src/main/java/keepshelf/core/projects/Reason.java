package keepshelf.core.projects;

/**
 * Why a use is judged so.
 *
 * @param rule that says it, as a stable identifier
 * @param verdict of this rule alone
 * @param sentence for people
 */
public record Reason(String rule, Verdict verdict, String sentence) {}
