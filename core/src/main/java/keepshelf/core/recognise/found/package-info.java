/** What recognising finds: files, maps and items with the evidence for each decision. */
package keepshelf.core.recognise.found;
