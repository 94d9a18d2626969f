/** What is said of a job to those who ask: reports in open forms, and what may be handed over. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.report;
