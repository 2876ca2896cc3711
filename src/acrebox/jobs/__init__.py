"""Work that is done beside answering: in processes that are bounded, and in the background, off the queue, by
whichever process is free, taken up again where one ended over it.
"""
