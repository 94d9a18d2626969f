/** Has the host's own reader read back what was written and compares it with what was meant. */
package keepshelf.core.install.prove;
