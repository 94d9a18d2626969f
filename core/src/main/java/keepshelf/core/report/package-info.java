/** What is said of a job to those who ask: reports in open forms, and what may be handed over. */
package keepshelf.core.report;
