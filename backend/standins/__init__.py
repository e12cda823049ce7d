"""Stand-ins for what lies outside: made-up labs that answer as labs do, in a process of their own.

They know nothing of the application: what they do stands in the rows they are given, and their protocol is open.
"""
