/* Everything that is walked on mounted pages, in one window: what it has loaded once it has. */
import './job'
import './constructions'
import './level'
import './soil'
import './yard'
