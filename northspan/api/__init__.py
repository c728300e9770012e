"""HTTP. Thin: reads requests, asks the layers below, answers."""

from __future__ import annotations

from apiflask import APIFlask

from northspan import __version__
from northspan.api import day_views, inspection_views, material_views, pages, panel_views, record_views, step_views, views
from northspan.api.bodies import LARGEST_BODY
from northspan.api.guard import add_guard
from northspan.api.problems import add_error_handlers
from northspan.api.settings import Config
from northspan.api.spec import add_spec
from northspan.core import load_all
from northspan.outside import outside
from northspan.service import Elsewhere, Service
from northspan.store.attachments import FOLDER, Attachments
from northspan.store.authorities import Authorities
from northspan.store.books import Books
from northspan.store.database import open_database
from northspan.store.jobs import Jobs
from northspan.store.library import Library


def create_app(config: Config, elsewhere: Elsewhere | None = None) -> APIFlask:
    """Build the application: database and tables are checked before it answers.

    Parameters
    ----------
    config : Config
        The settings in force. [-]
    elsewhere : Elsewhere, optional
        Where heavy questions are worked; in this process, if left out. [-]
    """
    app = APIFlask(
        "northspan",
        title="North Span",
        version=__version__,
        docs_path=None,
        spec_path="/openapi.json",
        json_errors=False,
        static_folder=None,  # type: ignore[arg-type]  # APIFlask asks for a text where Flask takes none
    )
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_BODY
    app.config["SPEC_FORMAT"] = "json"
    app.config["SERVERS"] = None
    add_error_handlers(app)
    add_guard(app, config.hosts)
    add_spec(app)
    app.register_blueprint(views.bp)
    app.register_blueprint(panel_views.bp)
    app.register_blueprint(material_views.bp)
    app.register_blueprint(day_views.bp)
    app.register_blueprint(inspection_views.bp)
    app.register_blueprint(record_views.bp)
    app.register_blueprint(step_views.bp)
    app.register_blueprint(pages.bp)
    load_all()
    engine = open_database(config.data)
    jobs, library, books, authorities = Jobs(engine), Library(engine), Books(engine), Authorities(engine)
    app.extensions["northspan_jobs"] = jobs
    app.extensions["northspan_library"] = library
    app.extensions["northspan_books"] = books
    app.extensions["northspan_authorities"] = authorities
    app.extensions["northspan_attachments"] = Attachments(config.data / FOLDER)
    app.extensions["northspan_service"] = Service(jobs, outside(library, books, authorities), elsewhere)
    return app
