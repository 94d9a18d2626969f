/** Names taken apart: words, what they can mean as roles, and every way to read a name. */
package keepshelf.core.recognise.names;
