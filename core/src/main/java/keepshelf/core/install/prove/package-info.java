/** Has the host's own reader read back what was written and compares it with what was meant. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.install.prove;
