/** What documents in open material formats say about the pictures beside them. */
package keepshelf.core.recognise.document;
