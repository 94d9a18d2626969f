/** What went wrong or needs a look: one value with code, severity, place and a plain sentence. */
package keepshelf.core.problem;
